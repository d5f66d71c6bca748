package waxhand.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.TetherPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.actor.Score;

/** How well two hands keep their grips once they are tied to what they carry. */
final class Grips {
  private Grips() {}

  /** Largest change of the distance of both hands while they carry, mm; empty where none do. */
  static Optional<Double> of(Rehearsal take, Motion motion) {
    double rate = motion.clip().rateHz();
    List<Frames> holds = new ArrayList<>();
    int grabbed = -1;
    for (Score.Event event : take.events()) {
      int frame = (int) Math.round(event.time() * rate);
      if (event.kind().equals("grab") && event.part().equals("right-hand")) {
        grabbed = frame;
      } else if (event.kind().equals("release") && grabbed >= 0) {
        holds.add(new Frames(grabbed, Math.min(frame, motion.clip().frames())));
        grabbed = -1;
      }
    }
    double worst = -1;
    for (Frames hold : holds) {
      PropPass prop =
          PropPass.KIND.defaults().withHolds(List.of(new Hold(Holder.BOTH_HANDS, hold)));
      prop = prop.betweenHands(motion, hold.from()).orElseThrow();
      Motion with = run(Plate.of("p", prop), motion);
      int ease = (int) (0.1 * rate);
      Frames led = hold.grown(ease).within(motion.clip().allFrames());
      Plate tether =
          Plate.of("t", TetherPass.KIND.defaults())
              .withSpan(new Span(led.from(), led.to(), ease, ease));
      worst = Math.max(worst, change(run(tether, with), hold));
    }
    return worst < 0 ? Optional.empty() : Optional.of(worst);
  }

  private static Motion run(Plate plate, Motion in) {
    return plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static double change(Motion motion, Frames run) {
    int a = motion.body().joint(Role.LEFT_HAND).orElseThrow();
    int b = motion.body().joint(Role.RIGHT_HAND).orElseThrow();
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), a, b);
    double least = Double.POSITIVE_INFINITY;
    double most = 0;
    for (int f = run.from(); f < run.to(); f++) {
      pose.solve(motion.clip(), f);
      double x = pose.x(a) - pose.x(b);
      double y = pose.y(a) - pose.y(b);
      double z = pose.z(a) - pose.z(b);
      double apart = Math.sqrt(x * x + y * y + z * z);
      least = Math.min(least, apart);
      most = Math.max(most, apart);
    }
    return 1000 * (most - least);
  }
}
