package waxhand.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.BodyPart;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Measures between two stages: where they differ, how far apart parts are, what is left of strikes.
 */
class ChangesTest {
  private static final Motion RAW = Samples.swaying(900, 120, 0.002, 8);

  private static Motion turned(int joint, Frames run) {
    Clip clip = RAW.clip();
    double[] q = new double[4 * run.count()];
    clip.rotation(joint).read(run, q);
    for (int n = 0; n < run.count(); n++) {
      Quats.multiply(q, 4 * n, new double[] {0, 0, Math.sin(0.2), Math.cos(0.2)}, 0, q, 4 * n);
    }
    return RAW.with(clip.withRotation(joint, clip.rotation(joint).with(run, q)));
  }

  @Test
  void changedFramesAreFoundToTheFrame() {
    Frames run = new Frames(250, 263);
    Motion other = turned(7, run);
    assertThat(Changes.of(RAW.clip(), other.clip())).isEqualTo(FrameSet.of(run));
    assertThat(Changes.of(RAW.clip(), other.clip(), 7)).isEqualTo(FrameSet.of(run));
    assertThat(Changes.of(RAW.clip(), other.clip(), 8)).isEqualTo(FrameSet.NONE);
    assertThat(Changes.of(RAW.clip(), RAW.clip())).isEqualTo(FrameSet.NONE);
  }

  @Test
  void distanceByPartLeavesAShiftOfAllOutAndPointsAtThePart() {
    Plate up = Plate.of("u", ShiftPass.lift(0.08));
    Motion higher = up.apply(RAW, RAW.clip().allFrames(), Work.UNWATCHED);
    for (double[] part : Distance.byPart(RAW, higher, 90)) {
      assertThat(java.util.Arrays.stream(part).max().orElse(0)).isLessThan(1e-9);
    }
    int forearm = RAW.body().joint(Role.LEFT_FOREARM).getAsInt();
    double[][] apart = Distance.byPart(RAW, turned(forearm, new Frames(400, 500)), 900);
    for (BodyPart part : BodyPart.values()) {
      boolean arm = part == BodyPart.LEFT_ARM;
      assertThat(apart[part.ordinal()][450] > 0.01).as(part.words()).isEqualTo(arm);
      assertThat(apart[part.ordinal()][300]).isLessThan(1e-9);
    }
  }

  @Test
  void distanceBehindACutComparesTheSameRawFrames() {
    Frames cut = new Frames(300, 400);
    TimeMap left = TimeMap.without(900, List.of(cut));
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < RAW.clip().skeleton().size(); j++) {
      rotations.add(joined(RAW.clip().rotation(j), cut));
      translations.add(
          RAW.clip().hasTranslation(j) ? joined(RAW.clip().translation(j), cut) : null);
    }
    Motion shorter = RAW.with(new Clip(RAW.clip().skeleton(), 120, rotations, translations));
    double[][] apart = Distance.byPart(RAW, TimeMap.all(900), shorter, left, 900);
    for (double[] part : apart) {
      assertThat(java.util.Arrays.stream(part).max().orElse(0)).isLessThan(1e-9);
    }
    assertThat(Distance.overall(RAW, shorter)).isCloseTo(100 / 900.0, within(1e-12));
  }

  private static Track joined(Track track, Frames cut) {
    int width = track.width();
    double[] all = new double[width * (track.frames() - cut.count())];
    double[] tail = new double[width * (track.frames() - cut.to())];
    track.read(new Frames(0, cut.from()), all);
    track.read(new Frames(cut.to(), track.frames()), tail);
    System.arraycopy(tail, 0, all, width * cut.from(), tail.length);
    return Track.of(track.type(), all);
  }

  /**
   * A body that stamps: what is kept of the stamps falls with the cutoff, and is all of them at
   * first.
   */
  @Test
  void strikesFallWhenAFilterEatsThem() {
    Clip clip = Samples.swaying(1200, 120, 0, 2).clip();
    double[] p = new double[3 * 1200];
    for (int f = 0; f < 1200; f++) {
      double t = f / 120.0 % 1;
      p[3 * f + 1] = 0.95 + (t < 0.3 ? 0.25 * Math.sin(Math.PI * t / 0.3) : 0);
    }
    Motion stamping = Motion.of(clip.withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
    assertThat(Strikes.kept(stamping, stamping)).isCloseTo(1, within(1e-9));
    double before = 1.01;
    for (double hz : new double[] {20, 6, 3}) {
      Plate smooth = Plate.of("s", waxhand.core.passes.signal.SmoothPass.lowPass(hz, 2));
      Motion out = smooth.apply(stamping, stamping.clip().allFrames(), Work.UNWATCHED);
      double kept = Strikes.kept(stamping, out);
      assertThat(kept).isBetween(0.05, before);
      before = kept;
    }
    assertThat(before).isLessThan(0.6);
    Motion cut = Motion.of(stamping.clip().cut(new Frames(0, 100)));
    assertThat(Strikes.kept(stamping, cut)).isNaN();
  }
}
