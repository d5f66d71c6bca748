package waxhand.rehearsal.damage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;
import waxhand.rehearsal.scene.Scene;

/** Damage of limbs: what is told to be damaged is, and nothing else. */
class LimbDamageTest {
  private static Clip clean(Scene scene, double rate) {
    return Rehearsal.of(new Rehearsal.Order(scene, 20, rate, 5, 1.7, false, Map.of())).truth();
  }

  private static boolean differs(Clip a, Clip b, int joint, int frame) {
    return !a.rotation(joint).sameAt(frame, b.rotation(joint))
        || (a.hasTranslation(joint) && !a.translation(joint).sameAt(frame, b.translation(joint)));
  }

  private static IntStream frames(Fault fault) {
    return IntStream.range(fault.frames().from(), fault.frames().to());
  }

  private static double angle(Clip a, Clip b, int joint, int frame) {
    return Math.toDegrees(a.rotation(joint).angleAt(frame, b.rotation(joint)));
  }

  /**
   * Whether a fault may have changed a joint: what hangs on its part, or the limb that holds it.
   */
  private static boolean concerns(Fault fault, Skeleton skeleton, int joint) {
    int part = skeleton.indexOf(fault.part());
    return skeleton.isAncestor(part, joint)
        || (fault.kind().equals("collision") && skeleton.parent(part) == joint);
  }

  @ParameterizedTest
  @ValueSource(strings = {"dropout", "stick", "collision", "shake", "twist", "pop"})
  void allThatIsNotNamedStaysBitForBit(String kind) {
    for (Scene scene : List.of(Scene.DECK_WALK, Scene.CRATE_LIFT)) {
      for (double rate : new double[] {30, 120}) {
        Clip before = clean(scene, rate);
        Damaged damaged = Damages.apply(before, Map.of(kind, 1.0), 9);
        Clip after = damaged.clip();
        Skeleton skeleton = before.skeleton();
        assertThat(damaged.faults()).hasSizeBetween(2, 4);
        for (int j = 0; j < skeleton.size(); j++) {
          for (int f = 0; f < before.frames(); f++) {
            int joint = j;
            int frame = f;
            boolean named =
                damaged.faults().stream()
                    .anyMatch(x -> x.frames().contains(frame) && concerns(x, skeleton, joint));
            if (!named) {
              assertThat(differs(before, after, j, f))
                  .as("%s, %s at %d", kind, skeleton.joint(j).name(), f)
                  .isFalse();
            }
          }
        }
        for (Fault fault : damaged.faults()) {
          int part = skeleton.indexOf(fault.part());
          long changed = frames(fault).filter(f -> differs(before, after, part, f)).count();
          assertThat(changed).as("%s of %s", kind, fault.part()).isPositive();
        }
      }
    }
  }

  @ParameterizedTest
  @CsvSource({"shake, 3, 9", "twist, 120, 170", "pop, 10, 30"})
  void turnsAreOfTheirSize(String kind, double least, double most) {
    Clip before = clean(Scene.LINE_HAUL, 120);
    Damaged damaged = Damages.apply(before, Map.of(kind, 1.0), 3);
    for (Fault fault : damaged.faults()) {
      int part = before.skeleton().indexOf(fault.part());
      double worst =
          frames(fault).mapToDouble(f -> angle(before, damaged.clip(), part, f)).max().orElse(0);
      assertThat(worst).as("%s of %s", kind, fault.part()).isBetween(least, most);
      double first = angle(before, damaged.clip(), part, fault.frames().from());
      assertThat(first).as("it begins gently").isLessThan(0.6 * worst);
    }
    Clip twice = Damages.apply(before, Map.of(kind, 2.0), 3).clip();
    Fault fault = damaged.faults().get(0);
    int part = before.skeleton().indexOf(fault.part());
    int middle = (fault.frames().from() + fault.frames().to()) / 2;
    double once = angle(before, damaged.clip(), part, middle);
    if (2 * once < 180) {
      assertThat(angle(before, twice, part, middle)).isGreaterThan(1.2 * once);
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"dropout", "stick"})
  void aLostLimbStandsStillOrAtRest(String kind) {
    Clip before = clean(Scene.LANTERN_JOG, 60);
    Damaged damaged = Damages.apply(before, Map.of(kind, 1.0), 12);
    for (Fault fault : damaged.faults()) {
      int part = before.skeleton().indexOf(fault.part());
      int from = fault.frames().from();
      for (int f = from + 1; f < fault.frames().to(); f++) {
        double[] p = new double[4];
        double[] q = new double[4];
        damaged.clip().rotation(part).read(from, p, 0);
        damaged.clip().rotation(part).read(f, q, 0);
        assertThat(q).as("frame %d", f).containsExactly(p);
      }
    }
  }
}
