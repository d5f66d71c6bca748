package waxhand.core.motion;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * Dense samples of a skeleton. Every joint has a rotation track (local, unit quaternions); roots,
 * and the joints for which the file has positions, also have a translation track (place in the
 * parent's frame, metres, in stead of the offset). Immutable; changed clips share the tracks and
 * chunks that stayed.
 */
public final class Clip {
  private final Skeleton skeleton;
  private final double rateHz;
  private final int frames;
  private final Track[] rotations;
  private final Track[] translations;

  /**
   * @param rateHz frames a second, above 0
   * @param rotations one a joint
   * @param translations one a joint, null where the joint stays at its offset
   */
  public Clip(Skeleton skeleton, double rateHz, List<Track> rotations, List<Track> translations) {
    this(
        skeleton,
        rateHz,
        rotations.isEmpty() ? 0 : rotations.get(0).frames(),
        rotations.toArray(new Track[0]),
        translations.toArray(new Track[0]));
    if (!(rateHz > 0) || Double.isInfinite(rateHz)) {
      throw new IllegalArgumentException("rate " + rateHz + " Hz; it must be above 0");
    }
    if (rotations.size() != skeleton.size() || translations.size() != skeleton.size()) {
      throw new IllegalArgumentException(
          rotations.size() + " tracks for " + skeleton.size() + " joints");
    }
    for (int j = 0; j < skeleton.size(); j++) {
      checkLength(j, this.rotations[j]);
      checkLength(j, this.translations[j]);
    }
  }

  /** Checks nothing: a changed clip must not cost a look at every track. */
  private Clip(
      Skeleton skeleton, double rateHz, int frames, Track[] rotations, Track[] translations) {
    this.skeleton = skeleton;
    this.rateHz = rateHz;
    this.frames = frames;
    this.rotations = rotations;
    this.translations = translations;
  }

  private void checkLength(int joint, Track track) {
    if (track != null && track.frames() != frames) {
      throw new IllegalArgumentException(
          "joint " + joint + " has " + track.frames() + " frames, not " + frames);
    }
  }

  public Skeleton skeleton() {
    return skeleton;
  }

  public double rateHz() {
    return rateHz;
  }

  public int frames() {
    return frames;
  }

  public Frames allFrames() {
    return Frames.first(frames);
  }

  public double seconds() {
    return frames / rateHz;
  }

  public Track rotation(int joint) {
    return rotations[joint];
  }

  public boolean hasTranslation(int joint) {
    return translations[joint] != null;
  }

  /** The joint's translation track; null where it stays at its offset. */
  public Track translation(int joint) {
    return translations[joint];
  }

  /** Where a joint is in its parent's frame, also where it always stays at its offset. */
  public Track places(int joint) {
    if (translations[joint] != null) {
      return translations[joint];
    }
    double[] p = new double[3 * frames];
    for (int n = 0; n < p.length; n++) {
      p[n] = skeleton.offset(joint, n % 3);
    }
    return Track.of(TrackType.TRANSLATION, p);
  }

  public Clip withRotation(int joint, Track track) {
    if (track == rotations[joint]) {
      return this;
    }
    checkLength(joint, track);
    Track[] changed = rotations.clone();
    changed[joint] = track;
    return new Clip(skeleton, rateHz, frames, changed, translations);
  }

  public Clip withTranslation(int joint, Track track) {
    if (track == translations[joint]) {
      return this;
    }
    checkLength(joint, track);
    Track[] changed = translations.clone();
    changed[joint] = track;
    return new Clip(skeleton, rateHz, frames, rotations, changed);
  }

  /** The same samples on another skeleton with as many joints. */
  public Clip withSkeleton(Skeleton other) {
    if (other == skeleton) {
      return this;
    }
    if (other.size() != skeleton.size()) {
      throw new IllegalArgumentException(other.size() + " joints for " + skeleton.size());
    }
    return new Clip(other, rateHz, frames, rotations, translations);
  }

  public Clip withRate(double otherHz) {
    return new Clip(skeleton, otherHz, Arrays.asList(rotations), Arrays.asList(translations));
  }

  /**
   * The clip that shows these frames one after another; the samples are copied.
   *
   * @param shown numbers of frames, in any order and as often as wanted
   */
  public Clip showing(int[] shown, double otherHz) {
    return mapped(shown.length, t -> t.showing(shown)).withRate(otherHz);
  }

  /** The frames of {@code run} as a clip of their own. */
  public Clip cut(Frames run) {
    if (run.from() == 0 && run.to() == frames) {
      return this;
    }
    return mapped(run.count(), t -> t.cut(run));
  }

  /**
   * This clip with the frames of {@code run} taken from {@code other}, which has as many joints and
   * frames. The result stands on {@code other}'s skeleton. A joint that has translation in one of
   * them only stands at its offset in the other's frames; translation that comes to be {@link
   * #withoutIdleTranslation idle} is dropped.
   */
  public Clip with(Frames run, Clip other) {
    if (run.count() == frames) {
      return other;
    }
    if (run.isEmpty()) {
      return withSkeleton(other.skeleton);
    }
    Track[] r = rotations.clone();
    Track[] t = translations.clone();
    for (int j = 0; j < r.length; j++) {
      r[j] = r[j].with(run, other.rotations[j]);
      if (t[j] != null || other.translations[j] != null) {
        t[j] = places(j).with(run, other.places(j));
        t[j] = isIdle(t[j], other.skeleton, j) ? null : t[j];
      }
    }
    return new Clip(other.skeleton, rateHz, frames, r, t);
  }

  /**
   * Without the translation of joints that always stand at their offset, unless their file moves
   * them: a bone that grew has none left where it does not grow any more.
   */
  public Clip withoutIdleTranslation() {
    Clip tidy = this;
    for (int j = 0; j < translations.length; j++) {
      if (translations[j] != null && isIdle(translations[j], skeleton, j)) {
        tidy = tidy.withTranslation(j, null);
      }
    }
    return tidy;
  }

  private static boolean isIdle(Track translation, Skeleton skeleton, int joint) {
    return skeleton.parent(joint) >= 0
        && !skeleton.joint(joint).moves()
        && translation.isConstant(
            skeleton.offset(joint, 0), skeleton.offset(joint, 1), skeleton.offset(joint, 2));
  }

  /**
   * Bytes of samples that {@code other} does not share; all of them where it is null, or of another
   * number of joints.
   */
  public long bytesBeyond(Clip other) {
    if (other != null && other.rotations.length != rotations.length) {
      return bytesBeyond(null);
    }
    long bytes = 0;
    for (int j = 0; j < rotations.length; j++) {
      bytes += rotations[j].bytesBeyond(other == null ? null : other.rotations[j]);
      if (translations[j] != null) {
        bytes += translations[j].bytesBeyond(other == null ? null : other.translations[j]);
      }
    }
    return bytes;
  }

  private Clip mapped(int count, UnaryOperator<Track> change) {
    List<Track> r = new ArrayList<>();
    List<Track> t = new ArrayList<>();
    for (int j = 0; j < rotations.length; j++) {
      r.add(change.apply(rotations[j]));
      t.add(translations[j] == null ? null : change.apply(translations[j]));
    }
    return new Clip(skeleton, rateHz, count, r.toArray(new Track[0]), t.toArray(new Track[0]));
  }
}
