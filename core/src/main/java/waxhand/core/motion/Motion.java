package waxhand.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.contact.KnownContacts;
import waxhand.core.props.Prop;

/**
 * What flows along a chain of passes: the samples, what each joint is in the body, the things there
 * are, and the contacts that are known.
 *
 * @param clip dense samples
 * @param body roles and measures of the clip's skeleton
 * @param props things, by name
 * @param contacts as far as passes have settled them
 * @param filled where samples were not captured but filled in
 */
public record Motion(
    Clip clip, Body body, List<Prop> props, KnownContacts contacts, Filled filled) {
  public Motion {
    props = List.copyOf(props);
    if (body.skeleton() != clip.skeleton()) {
      throw new IllegalArgumentException("the body belongs to another skeleton");
    }
  }

  /** A motion without things, and nothing known of its contacts. */
  public Motion(Clip clip, Body body) {
    this(clip, body, List.of(), KnownContacts.NONE, Filled.NONE);
  }

  /** A motion whose roles are found from the clip's skeleton. */
  public static Motion of(Clip clip) {
    return new Motion(clip, Body.of(clip.skeleton()));
  }

  /** This motion with other samples of the same joints. */
  public Motion with(Clip other) {
    if (other == clip) {
      return this;
    }
    boolean same = other.skeleton() == clip.skeleton();
    return new Motion(other, same ? body : body.on(other.skeleton()), props, contacts, filled);
  }

  public Motion withProps(List<Prop> others) {
    return others.equals(props) ? this : new Motion(clip, body, others, contacts, filled);
  }

  public Motion with(KnownContacts others) {
    return others.equals(contacts) ? this : new Motion(clip, body, props, others, filled);
  }

  public Motion with(Filled others) {
    return others.equals(filled) ? this : new Motion(clip, body, props, contacts, others);
  }

  /** With a thing added, in the place of one of that name where there is one. */
  public Motion with(Prop prop) {
    List<Prop> more = new ArrayList<>(props);
    more.removeIf(p -> p.name().equals(prop.name()));
    more.add(prop);
    return withProps(more);
  }

  /** The thing of that name. */
  public Optional<Prop> prop(String name) {
    return props.stream().filter(p -> p.name().equals(name)).findFirst();
  }
}
