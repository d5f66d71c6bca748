package waxhand.core.retarget;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleBiFunction;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Wardrobe;
import waxhand.core.character.Worn;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.props.Shape;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Hands come to lie on other bodies as they lay on their own: told by distances to surfaces. */
class HandsOnOtherBodiesTest {
  private static final int FRAMES = 150;

  /** The first part of a surface. */
  private static final int HIPS = 0;

  private static final double SWAY_M = 0.05;
  private static final Body STOKER = LayFigures.named("stoker").orElseThrow().body();

  /** The stoker with both arms alike: down, forwards and bent by so much, degrees, swaying. */
  private static Motion arms(double down, double ahead, double bent, int frames, double swayM) {
    Vector3d hips = STOKER.skeleton().restPositions()[0];
    return Samples.told(
        STOKER,
        frames,
        60,
        (j, f, turn) -> {
          Role role = STOKER.role(j).orElse(null);
          double x = role != null && role.side() == Side.RIGHT ? -1 : 1;
          if (role == Role.LEFT_UPPER_ARM || role == Role.RIGHT_UPPER_ARM) {
            turn.rotateY(-x * Math.toRadians(ahead)).rotateZ(-x * Math.toRadians(down));
          } else if (role == Role.LEFT_FOREARM || role == Role.RIGHT_FOREARM) {
            turn.rotateY(-x * Math.toRadians(bent));
          }
        },
        f -> new Vector3d(swayM * sway(f), hips.y, 0));
  }

  private static double sway(int frame) {
    return Math.sin(2 * Math.PI * frame / FRAMES);
  }

  /** The arms for which a cost of the left palm is least, while the body sways. */
  private static Motion arms(double swayM, ToDoubleBiFunction<Seen, double[]> cost) {
    Surface stoker = new Surface(STOKER, Optional.empty());
    double least = Double.POSITIVE_INFINITY;
    double[] best = new double[3];
    for (int down = 0; down <= 90; down += 9) {
      for (int ahead = -20; ahead <= 100; ahead += 8) {
        for (int bent = 45; bent <= 140; bent += 8) {
          Seen one = new Seen(arms(down, ahead, bent, 1, 0), stoker);
          double is = cost.applyAsDouble(one, one.palm(0, Side.LEFT));
          if (is < least) {
            least = is;
            best = new double[] {down, ahead, bent};
          }
        }
      }
    }
    return arms(best[0], best[1], best[2], FRAMES, swayM);
  }

  /** A motion with the surface of its body. */
  private static final class Seen {
    final Motion motion;
    final Surface surface;
    final WorldPose pose;

    Seen(Motion motion, Surface surface) {
      this.motion = motion;
      this.surface = surface;
      this.pose = surface.pose();
    }

    Seen(Motion motion) {
      this(motion, new Surface(motion.body(), Worn.by(motion)));
    }

    double[] palm(int frame, Side side) {
      double[] palm = new double[3];
      pose.solve(motion.clip(), frame);
      surface.palm(side, pose, palm);
      return palm;
    }

    /** How far a palm is off the surface of a part, metres. */
    double gap(int part, int frame, Side side) {
      double[] palm = palm(frame, side);
      double[] at = new double[3];
      surface.nearest(part, pose, palm, at);
      return Math.hypot(Math.hypot(palm[0] - at[0], palm[1] - at[1]), palm[2] - at[2])
          - surface.radiusM(part);
    }

    /** How far it is off whatever of trunk and legs is nearest, metres. */
    double gap(int frame, Side side) {
      double least = Double.POSITIVE_INFINITY;
      for (int part = 0; part < Surface.SOLID; part++) {
        least = Math.min(least, gap(part, frame, side));
      }
      return least;
    }

    /** How far a palm is off the first prop, metres. */
    double off(int frame, Side side) {
      double[] palm = palm(frame, side);
      return Props.of(motion).get(0).outside(frame, palm[0], palm[1], palm[2]);
    }
  }

  private static Motion on(Motion in, String name, double hands) {
    return on(in, RetargetPass.to(name).withHands(hands));
  }

  private static Motion on(Motion in, RetargetPass pass) {
    return Plate.of("r", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static Wardrobe wardrobe() {
    Skeleton pilot = LayFigures.named("pilot").orElseThrow().body().skeleton();
    return Wardrobe.OURS
        .with(bare("child", pilot.scaled(0.55)))
        .with(bare("giant", pilot.scaled(1.25)));
  }

  private static Character bare(String name, Skeleton skeleton) {
    return new Character(name, Body.of(skeleton), Optional.empty(), Optional.empty());
  }

  @Test
  void aPropIsHeldByBothPalmsAtTheSizeOfTheHand() {
    double chest = STOKER.skeleton().restPositions()[STOKER.joint(Role.CHEST).orElseThrow()].y;
    Motion in =
        arms(
            SWAY_M,
            (seen, palm) ->
                Math.hypot(Math.hypot(palm[0] - 0.16, palm[1] - chest + 0.1), palm[2] - 0.38));
    double[] left = new Seen(in).palm(0, Side.LEFT);
    double[] right = new Seen(in).palm(0, Side.RIGHT);
    // palms are 15 mm off its sides
    double wide = left[0] - right[0] - 0.03;
    double[] path = new double[Poses.SIZE * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      path[Poses.SIZE * f] = (left[0] + right[0]) / 2 + SWAY_M * sway(f);
      path[Poses.SIZE * f + 1] = left[1] - 0.15;
      path[Poses.SIZE * f + 2] = left[2];
      path[Poses.SIZE * f + 6] = 1;
    }
    Prop crate = new Prop("crate", new Shape.Box(wide, 0.3, 0.3), "slate", PropPath.adopt(path));
    Motion with = in.with(new Props(List.of(crate))).with(wardrobe());
    Seen mine = new Seen(with);
    for (String name : List.of("pilot", "child", "giant")) {
      Seen its = new Seen(on(with, name, 1));
      Seen sized = new Seen(on(with, RetargetPass.to(name).withProps(1)));
      Seen loose = new Seen(on(with, name, 0));
      double larger = Transfer.legRatio(in.body(), sized.motion.body());
      assertThat(Props.of(sized.motion).get(0).shape().size()[0])
          .as("the crate of " + name)
          .isCloseTo(larger * wide, within(1e-9));
      double scale = its.surface.handM(Side.LEFT) / mine.surface.handM(Side.LEFT);
      double missed = 0;
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        for (int f = 20; f < FRAMES - 20; f += 13) {
          double wanted = scale * mine.off(f, side);
          assertThat(its.off(f, side)).as(name + " " + side).isCloseTo(wanted, within(3e-3));
          assertThat(sized.off(f, side))
              .as(name + " " + side + ", a crate of its size")
              .isCloseTo(wanted, within(3e-3));
          missed = Math.max(missed, Math.abs(loose.off(f, side) - wanted));
        }
      }
      assertThat(missed).as("without it " + name + " misses the crate").isGreaterThan(0.01);
    }
  }

  /** Nobody put the crate in: hands that go as one tell of it. A child's is not too large. */
  @Test
  void handsThatGoAsOneStayAsFarApartOrByTheSizeOfTheBody() {
    double chest = STOKER.skeleton().restPositions()[STOKER.joint(Role.CHEST).orElseThrow()].y;
    Motion in =
        arms(
                4 * SWAY_M,
                (seen, palm) ->
                    Math.hypot(Math.hypot(palm[0] - 0.16, palm[1] - chest + 0.1), palm[2] - 0.38))
            .with(wardrobe());
    double apart = apart(in);
    for (String name : List.of("child", "giant")) {
      Motion kept = on(in, name, 1);
      double larger = Transfer.legRatio(in.body(), kept.body());
      double bearable = Math.max(larger / 1.4, Math.min(1.4 * larger, 1));
      assertThat(apart(kept)).as(name).isCloseTo(bearable * apart, within(2e-3));
      assertThat(apart(on(in, RetargetPass.to(name).withProps(1))))
          .as(name + " with a crate of its size")
          .isCloseTo(larger * apart, within(2e-3));
    }
  }

  /** How far apart the palms are in the middle of the take, metres. */
  private static double apart(Motion motion) {
    Seen seen = new Seen(motion);
    double[] left = seen.palm(FRAMES / 2, Side.LEFT);
    double[] right = seen.palm(FRAMES / 2, Side.RIGHT);
    return Math.hypot(Math.hypot(left[0] - right[0], left[1] - right[1]), left[2] - right[2]);
  }

  private static Motion onTheHips() {
    return arms(
            SWAY_M,
            (seen, palm) ->
                Math.abs(seen.gap(HIPS, 0, Side.LEFT) - 0.02)
                    + 0.3 * Math.abs(palm[0] - 0.2)
                    + Math.max(0, -seen.gap(0, Side.LEFT)))
        .with(wardrobe());
  }

  @Test
  void aHandOnTheOwnBodyLiesAsNearTheOtherOnes() {
    Seen mine = new Seen(onTheHips());
    assertThat(mine.gap(0, Side.LEFT)).isBetween(0.0, 0.03);
    assertThat(Touch.of(mine.motion, mine.surface)).anyMatch(t -> t.part() == HIPS);
    for (String name : List.of("pilot", "child", "giant")) {
      Seen its = new Seen(on(mine.motion, name, 1));
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        for (int f = 20; f < FRAMES - 20; f += 13) {
          assertThat(its.gap(f, side))
              .as(name + " " + side)
              .isCloseTo(mine.gap(f, side), within(0.01));
        }
      }
    }
  }

  /** What is done to the hands comes and goes slowly. */
  @Test
  void nothingLeaps() {
    Motion in = onTheHips();
    for (String name : List.of("pilot", "child", "giant")) {
      Seen its = new Seen(on(in, name, 1));
      double fastest = 0;
      for (int f = 1; f < FRAMES; f++) {
        double[] a = its.palm(f - 1, Side.LEFT);
        double[] b = its.palm(f, Side.LEFT);
        double way = Math.hypot(Math.hypot(b[0] - a[0], b[1] - a[1]), b[2] - a[2]);
        fastest = Math.max(fastest, 60 * way);
      }
      // the body sways by 0.13 m/s
      assertThat(fastest).as(name).isLessThan(0.3);
    }
  }
}
