package waxhand.desk.kits.props;

import java.util.Optional;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.passes.props.PropPathPass;
import waxhand.desk.session.Session;

/** A new bend of a prop's path: of the chosen prop, else the last one, over the work range. */
public final class NewPropPath {
  private NewPropPath() {}

  public static Plate ofTheChosenProp(Session session, Plate plate) {
    Optional<String> chosen = session.plate().flatMap(p -> p.pass().gives().or(p.pass()::needs));
    Optional<String> last =
        session.chain().plates().stream()
            .flatMap(p -> p.pass().gives().stream())
            .reduce((a, b) -> b);
    PropPathPass pass = (PropPathPass) plate.pass();
    String prop = chosen.or(() -> last).orElse(pass.prop());
    Frames range = session.workRange();
    Plate named = plate.withPass(pass.withProp(prop)).withName("Path: " + prop);
    return range.count() == session.frames() ? named : named.withSpan(session.spanOf(range));
  }
}
