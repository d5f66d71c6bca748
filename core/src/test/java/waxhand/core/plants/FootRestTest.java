package waxhand.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.FloorPlane;
import waxhand.core.contact.Ground;
import waxhand.core.maths.Quats;
import waxhand.core.measure.Slide;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

class FootRestTest {
  private static final int COUNT = 480;
  private static final double RATE = 60;

  /** A body that stands, its left foot pitched, its hips where told. */
  private static Motion standing(Skeleton skeleton, double[] pitch, double[] hips) {
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      double[] q = new double[4 * COUNT];
      for (int f = 0; f < COUNT; f++) {
        boolean foot = skeleton.joint(j).name().equals("LeftFoot");
        Quats.exp(new double[] {foot ? pitch[f] : 0, 0, 0}, 0, q, 4 * f);
      }
      rotations.add(Track.of(TrackType.ROTATION, q));
      translations.add(null);
    }
    translations.set(0, Track.of(TrackType.TRANSLATION, hips));
    return Motion.of(new Clip(skeleton, RATE, rotations, translations));
  }

  private static double[] still() {
    double[] hips = new double[3 * COUNT];
    for (int f = 0; f < COUNT; f++) {
      hips[3 * f + 1] = 0.95;
    }
    return hips;
  }

  private static double[] rolling() {
    double[] pitch = new double[COUNT];
    for (int f = 0; f < COUNT; f++) {
      pitch[f] = 0.5 * (1 - Math.cos(0.08 * f));
    }
    return pitch;
  }

  /** Moves the hips so that a point of the left foot keeps to its place, but for a tremor. */
  private static Motion turningAbout(Skeleton skeleton, Vector3dc point, double[] pitch) {
    double[] hips = still();
    Motion in = standing(skeleton, pitch, hips);
    int foot = in.body().soles().get(0).foot();
    WorldPose pose = new WorldPose(skeleton);
    Random tremor = new Random(4);
    double[] p = new double[3];
    double[] first = new double[3];
    for (int f = 0; f < COUNT; f++) {
      pose.solve(in.clip(), f);
      pose.point(foot, point, p, 0);
      if (f == 0) {
        System.arraycopy(p, 0, first, 0, 3);
      }
      for (int i = 0; i < 3; i++) {
        hips[3 * f + i] += first[i] - p[i] + 0.001 * tremor.nextGaussian();
      }
    }
    return standing(skeleton, pitch, hips);
  }

  @Test
  void whatAFootWithoutToesTurnsAboutIsFound() {
    Skeleton skeleton = Samples.bodyWithout("Toe");
    Sole sole = standing(skeleton, rolling(), still()).body().soles().get(0);
    Vector3d balls = new Vector3d(sole.toe()).add(0, 0.015, -0.03);
    Motion in = turningAbout(skeleton, balls, rolling());
    FootPivot found = FootPivot.of(List.of(turning(in)), 2);
    assertThat(found.aheadM()).isCloseTo(-0.03, within(0.004));
    assertThat(found.upM()).isCloseTo(0.015, within(0.003));
  }

  /** A foot that hardly turns tells nothing, and one that goes about did not rest. */
  @Test
  void whereNothingTellsItIsWhereTheSkeletonSays() {
    Skeleton skeleton = Samples.bodyWithout("Toe");
    Motion calm = standing(skeleton, new double[COUNT], still());
    double[] walk = still();
    for (int f = 0; f < COUNT; f++) {
      walk[3 * f + 2] += 0.002 * f;
    }
    Motion goes = standing(skeleton, rolling(), walk);
    for (Motion in : List.of(calm, goes)) {
      FootPivot found = FootPivot.of(List.of(turning(in)), 2);
      assertThat(Math.abs(found.aheadM())).isLessThan(0.005);
      assertThat(Math.abs(found.upM())).isLessThan(0.005);
    }
    FootPivot.Turning never = new FootPivot.Turning(turning(calm).pose(), List.of());
    assertThat(FootPivot.of(List.of(never), 2)).isEqualTo(FootPivot.NONE);
  }

  /** What two feet seem to turn about differently is what the body wandered. */
  @Test
  void feetThatDisagreeTurnAboutTheSame() {
    Skeleton skeleton = Samples.bodyWithout("Toe");
    Vector3dc tip = standing(skeleton, rolling(), still()).body().soles().get(0).toe();
    List<FootPivot.Turning> feet =
        Stream.of(0.012, -0.012)
            .map(z -> turning(turningAbout(skeleton, new Vector3d(tip).add(0, 0, z), rolling())))
            .toList();
    assertThat(FootPivot.of(feet.subList(0, 1), 2).aheadM()).isGreaterThan(0.008);
    assertThat(FootPivot.of(feet.subList(1, 2), 2).aheadM()).isLessThan(-0.008);
    assertThat(FootPivot.of(feet, 2).aheadM()).isCloseTo(0, within(0.002));
  }

  private static FootPivot.Turning turning(Motion in) {
    FootPose pose =
        new FootPose(in.clip(), in.body().soles().get(0), Carry.NONE, FootRest.AS_BUILT);
    return new FootPivot.Turning(pose, List.of(Frames.first(COUNT)));
  }

  /** Rolling about the end of its bone a foot without toes keeps its front on one spot. */
  @Test
  void theFrontOfAFootWithoutToesIsRound() {
    List<Joint> joints = new ArrayList<>(Samples.bodyWithout("Toe").joints());
    joints.replaceAll(
        j ->
            j.name().endsWith("Foot")
                ? new Joint(
                    j.name(),
                    j.parent(),
                    j.offset(),
                    j.moves(),
                    Optional.of(new Vector3d(0, -0.05, 0.14)))
                : j);
    Skeleton skeleton = new Skeleton(joints);
    Sole sole = standing(skeleton, rolling(), still()).body().soles().get(0);
    assertThat(sole.radiusM(2)).isCloseTo(sole.tip().y() - sole.toe().y(), within(1e-12));
    assertThat(sole.radiusM(2)).isBetween(0.005, 0.03);
    Contact toe = new Contact(ContactPart.LEFT_TOE, Frames.first(COUNT));
    Motion round = turningAbout(skeleton, sole.tip(), rolling());
    assertThat(Slide.of(round, toe).farMm()).isLessThan(2);
    Motion pointed = turningAbout(skeleton, sole.toe(), rolling());
    assertThat(Slide.of(pointed, toe).farMm()).isGreaterThan(8);
    assertThat(standing(Samples.body(), new double[COUNT], still()).body().soles())
        .allMatch(s -> s.radiusM(2) == 0 && s.tip().equals(s.toe()));
  }

  /** A body that floats while one foot stands alone does not stand on legs of two lengths. */
  @Test
  void feetThatStoodTogetherAreAsHighAsEachOther() {
    double[] hips = still();
    for (int f = 0; f < 300; f++) {
      hips[3 * f + 1] += 0.01;
    }
    Motion in = standing(Samples.body(), new double[COUNT], hips);
    List<Contact> contacts = new ArrayList<>();
    for (int place = 0; place < 2; place++) {
      contacts.add(new Contact(ContactPart.ofSole(Side.LEFT, place), Frames.first(COUNT)));
      contacts.add(new Contact(ContactPart.ofSole(Side.RIGHT, place), new Frames(300, COUNT)));
    }
    Map<Side, FootRest> rests = FootRest.of(in, contacts, Ground.of(in, 0));
    assertThat(rests.get(Side.LEFT).ankleM()).isEqualTo(rests.get(Side.RIGHT).ankleM());
  }

  /**
   * What a heel, with or without its ball, that still slides by 6 mm as it comes down is led by.
   */
  private static double ledM(boolean ball, int count) {
    double[] hips = still();
    for (int f = 0; f < COUNT; f++) {
      hips[3 * f + 2] += 0.006 * Math.min(1, Math.max(0, (f - 204) / 5.0));
    }
    Motion in = standing(Samples.body(), new double[COUNT], hips);
    Sole sole = in.body().soles().get(0);
    Frames frames = new Frames(204, 204 + count);
    List<Plant> plants = new ArrayList<>();
    for (int place = 0; place < (ball ? 2 : 1); place++) {
      plants.add(Plant.found(ContactPart.ofSole(Side.LEFT, place), frames, 6, 6));
    }
    WorldPose pose = new WorldPose(in.clip().skeleton());
    pose.solve(in.clip(), 212);
    double[] p = new double[3];
    pose.point(sole.foot(), sole.heel(), p, 0);
    Footing footing = new Footing(Side.LEFT, plants, frames, 0, p[0], 0, p[2], List.of());
    FootPlan plan = new FootPlan(List.of(footing), Carry.NONE, Map.of());
    double[] shift = new double[3];
    new FootCorrector(in.clip(), sole, plan, FloorPlane.level(0), 0)
        .correct(new Frames(204, 205), shift, new double[4], new double[4], new double[1]);
    return shift[2];
  }

  @Test
  void aHeelAloneThatSlidesAsItComesDownIsLetGo() {
    assertThat(ledM(true, 96)).isGreaterThan(0.005);
    assertThat(ledM(false, 96)).isBetween(0.0, 0.003);
    // the heel of a step is held
    assertThat(ledM(false, 12)).isGreaterThan(0.005);
  }
}
