package waxhand.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.AimPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** How near a shaking head comes to the truth by an Aim over the frames in which it shakes. */
public final class AimReport {
  private AimReport() {}

  public static void main(String[] args) {
    for (Scene scene : List.of(Scene.LANTERN_JOG, Scene.DECK_WALK)) {
      for (double rate : new double[] {30, 60, 120, 240}) {
        List<Double> left = new ArrayList<>();
        for (long seed = 0; seed < 12; seed++) {
          Rehearsal.Order order =
              new Rehearsal.Order(
                  scene, 20, rate, 9_400_000 + seed, 1.75, false, Map.of("shake", 1.0));
          shares(Rehearsal.of(order)).forEach(left::add);
        }
        double[] sorted = left.stream().mapToDouble(d -> d).sorted().toArray();
        System.out.printf(
            Locale.ROOT,
            "%s %.0f Hz: %d shakes, error of the head left %.2f in the median, %.2f at worst%n",
            scene.key(),
            rate,
            sorted.length,
            sorted.length == 0 ? Double.NaN : sorted[sorted.length / 2],
            sorted.length == 0 ? Double.NaN : Arrays.stream(sorted).max().orElse(0));
      }
    }
  }

  /** The error after to that before, for each shake. */
  private static List<Double> shares(Rehearsal take) {
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Motion aimed =
        Plate.of("aim", AimPass.KIND.defaults()).apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
    int head = truth.body().joint(Role.HEAD).orElseThrow();
    List<Double> shares = new ArrayList<>();
    take.faults().stream()
        .filter(f -> f.kind().equals("shake"))
        .forEach(
            f ->
                shares.add(
                    error(truth, aimed, head, f.frames()) / error(truth, raw, head, f.frames())));
    return shares;
  }

  private static double error(Motion truth, Motion is, int head, Frames run) {
    WorldPose a = new WorldPose(truth.clip().skeleton());
    WorldPose b = new WorldPose(truth.clip().skeleton());
    double sum = 0;
    for (int f = run.from(); f < run.to(); f++) {
      a.solve(truth.clip(), f);
      b.solve(is.clip(), f);
      double angle = Quats.angle(a.rotations(), 4 * head, b.rotations(), 4 * head);
      sum += angle * angle;
    }
    return Math.sqrt(sum / run.count());
  }
}
