package waxhand.desk.kits.limbs;

import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Hold;
import waxhand.desk.session.Session;

/** A new tether: to what is held at the playhead, or first, over the time it is held. */
public final class NewTether {
  private NewTether() {}

  public static Plate ofWhatIsHeld(Session session, Plate plate) {
    return session.chain().plates().stream()
        .map(Plate::pass)
        .filter(PropPass.class::isInstance)
        .map(PropPass.class::cast)
        .filter(p -> !p.holds().isEmpty())
        .reduce((a, b) -> b)
        .map(prop -> tied(session, plate, prop))
        .orElseGet(() -> plate.withSpan(session.spanHere()));
  }

  private static Plate tied(Session session, Plate plate, PropPass prop) {
    TetherPass tether = (TetherPass) plate.pass();
    int frame = session.frameProperty().get();
    Hold hold =
        prop.holds().stream()
            .filter(h -> h.frames().contains(frame))
            .findFirst()
            .orElse(prop.holds().get(0));
    int ease = (int) Math.max(1, Math.round(0.2 * session.rateHz()));
    Frames led = hold.frames().grown(ease).within(Frames.first(session.frames()));
    return plate
        .withPass(tether.withTarget(new TieTarget.OfProp(prop.name())).withHolder(hold.by()))
        .withSpan(new Span(led.from(), led.to(), ease, ease))
        .withName("Tether: " + prop.name());
  }
}
