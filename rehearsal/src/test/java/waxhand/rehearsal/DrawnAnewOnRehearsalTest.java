package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.limbs.Limb;
import waxhand.core.maths.Quats;
import waxhand.core.measure.Pops;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.DrawnAnew;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.rehearsal.scene.Scene;

/** Hands that go through the body, drawn anew and pulled away from it a little. */
class DrawnAnewOnRehearsalTest {
  private static final double BESIDE_S = 0.25;

  @ParameterizedTest
  @ValueSource(ints = {4200, 4203, 4206})
  void theHandIsOutOfTheBodyAndTheArmNoQuickerThanTheTruth(int seed) {
    Map<String, Double> harm = Map.of("collision", 1.0);
    Rehearsal take =
        Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 8, 120, seed, 1.7, false, harm));
    Motion in = Motion.of(take.raw());
    Motion truth = Motion.of(take.truth());
    Finding finding = through(in, in.clip().allFrames()).get(0);
    Limb arm =
        Limb.of(in.body()).stream()
            .filter(l -> List.of(l.upper(), l.middle(), l.end()).contains(finding.joint()))
            .findFirst()
            .orElseThrow();
    Frames run =
        finding.frames().grown((int) Math.round(BESIDE_S * 120)).within(in.clip().allFrames());
    LayerPass layer = DrawnAnew.over(in, DrawnAnew.joints(in.body(), arm.end()), run).orElseThrow();
    Plate plate = Plate.of("anew", layer).withSpan(new Span(run.from(), run.to(), 0, 0));
    Motion anew = plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
    assertThat(through(anew, run)).as("drawn anew").isEmpty();

    int middle = (run.from() + run.to()) / 2;
    LayerPass pulled =
        new PartEdit(layer, in, anew, arm.end(), middle, middle)
            .pulled(outwards(anew, arm, middle), new LayerEdit.Hold.Between());
    Motion out = plate.withPass(pulled).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    assertThat(through(out, run)).as("pulled").isEmpty();
    assertThat(Pops.peak(in, false)).isGreaterThan(3 * Pops.peak(truth, false));
    assertThat(Pops.peak(out, false)).isLessThan(1.2 * Pops.peak(truth, false));
    assertThat(peak(out.clip(), arm.upper())).isLessThan(1.2 * peak(truth.clip(), arm.upper()));
  }

  private static List<Finding> through(Motion motion, Frames run) {
    return new Surveyor()
        .survey(motion, Work.UNWATCHED).findings().stream()
            .filter(f -> f.kind() == FindingKind.COLLISION && f.frames().meets(run))
            .toList();
  }

  /** Three centimetres away from the hips, level. */
  private static double[] outwards(Motion motion, Limb arm, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int hips = motion.body().joint(Role.HIPS).orElseThrow();
    double x = pose.x(arm.end()) - pose.x(hips);
    double z = pose.z(arm.end()) - pose.z(hips);
    double far = Math.hypot(x, z);
    return new double[] {0.03 * x / far, 0, 0.03 * z / far};
  }

  /** Largest acceleration of a joint's turn in a thirtieth of a second, rad/s². */
  private static double peak(Clip clip, int joint) {
    int step = (int) Math.round(clip.rateHz() / 30);
    double[] q = new double[4 * clip.frames()];
    clip.rotation(joint).read(clip.allFrames(), q);
    double[] way = new double[4];
    double[] into = new double[3];
    double[] on = new double[3];
    double most = 0;
    for (int n = step; n + step < clip.frames(); n++) {
      Quats.between(q, 4 * (n - step), q, 4 * n, way, 0);
      Quats.log(way, 0, into, 0);
      Quats.between(q, 4 * n, q, 4 * (n + step), way, 0);
      Quats.log(way, 0, on, 0);
      double by = Math.hypot(Math.hypot(on[0] - into[0], on[1] - into[1]), on[2] - into[2]);
      most = Math.max(most, by);
    }
    return most * clip.rateHz() * clip.rateHz() / (step * step);
  }
}
