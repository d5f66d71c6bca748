package waxhand.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Side;
import waxhand.core.contact.ContactPart;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;

/** Where resting feet and toes head. */
class FootHeadingsTest {
  private static final int COUNT = 480;

  /** A body that stands on its left ball and turns about it, slowly and all the time. */
  private static Motion turning() {
    Skeleton skeleton = Samples.body();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    double[] hips = new double[3 * COUNT];
    for (int j = 0; j < skeleton.size(); j++) {
      double[] q = new double[4 * COUNT];
      for (int f = 0; f < COUNT; f++) {
        hips[3 * f + 1] = 0.95;
        Quats.exp(new double[] {0, j == 0 ? heading(f) : 0, 0}, 0, q, 4 * f);
      }
      rotations.add(Track.of(TrackType.ROTATION, q));
      translations.add(null);
    }
    translations.set(0, Track.of(TrackType.TRANSLATION, hips));
    return Motion.of(new Clip(skeleton, 120, rotations, translations));
  }

  private static double heading(int frame) {
    return 0.3 * Math.sin(0.01 * frame);
  }

  /** The heel comes down again a third of a second after the toes. */
  @Test
  void toesComeToLieWithoutALeapWhereTheHeelComesDownLater() {
    Motion in = turning();
    FootPose pose =
        new FootPose(in.clip(), in.body().soles().get(0), Carry.NONE, FootRest.AS_BUILT);
    FootHeadings headings = new FootHeadings(pose, 0);
    List<Footing.Segment> segments =
        List.of(
            new Footing.Segment(new Frames(0, 200), new Frames(0, 200), 0.1),
            new Footing.Segment(new Frames(300, COUNT), new Frames(340, COUNT), -0.05));
    Frames all = Frames.first(COUNT);
    Plant ball = Plant.found(ContactPart.LEFT_BALL, all, 6, 6);
    Footing footing = new Footing(Side.LEFT, List.of(ball), all, 1, 0, 0, 0, segments);
    assertThat(headings.ofToes(footing, 199)).isCloseTo(0.1, within(1e-9));
    assertThat(headings.ofToes(footing, 300)).isCloseTo(-0.05, within(1e-9));
    double fastest = 0;
    for (int f = 1; f < COUNT; f++) {
      double step = headings.ofToes(footing, f) - headings.ofToes(footing, f - 1);
      fastest = Math.max(fastest, Math.abs(Footings.wrapped(step)));
    }
    // 120 frames a second: the captured turn of 21 degrees a second, and as much for the way
    assertThat(Math.toDegrees(fastest) * 120).isBetween(5.0, 60.0);
  }
}
