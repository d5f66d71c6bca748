package waxhand.core.passes.character;

import java.util.List;
import waxhand.core.contact.Contact;
import waxhand.core.contact.KnownContacts;
import waxhand.core.measure.CarriedOver;
import waxhand.core.scene.Motion;

/** How well a {@link RetargetPass} carried a take over, by what the pass itself knows of it. */
public final class Carried {
  private Carried() {}

  /**
   * @param in what the pass got
   * @param out what came of it, with the contacts that it held
   */
  public static CarriedOver over(Motion in, Motion out) {
    List<Contact> soles =
        KnownContacts.of(out).contacts().stream()
            .filter(c -> c.part().isSole() && c.part().place() < 2)
            .toList();
    return CarriedOver.of(in, out, soles, RetargetPass.floorM(in));
  }
}
