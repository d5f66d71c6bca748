package waxhand.core.scene;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;

/**
 * What later plates may not change: by how much each frame of some joints is shielded from them, 0
 * to 1. What is wholly shielded keeps its bits. Immutable.
 */
public final class Shielded implements Strand<Shielded> {
  /** Nothing is. */
  public static final Shielded NONE = new Shielded(Map.of());

  public static final Kind<Shielded> KIND = new Kind<>("shields", NONE);

  /** By the joints that are shielded together; tracks of weights. */
  private final Map<BitSet, Track> shields;

  private Shielded(Map<BitSet, Track> shields) {
    this.shields = shields;
  }

  /** One order, however they were come to: of two on a joint the first decides the last bits. */
  private static Map<BitSet, Track> inOrder(Map<BitSet, Track> shields) {
    Map<BitSet, Track> all =
        new TreeMap<>(Comparator.comparing(BitSet::toLongArray, Arrays::compare));
    all.putAll(shields);
    return all;
  }

  /** Those of a motion. */
  public static Shielded of(Motion motion) {
    return motion.get(KIND);
  }

  @Override
  public Kind<Shielded> kind() {
    return KIND;
  }

  /**
   * With some joints shielded at least so much in a run of frames.
   *
   * @param frames of the motion
   * @param weights 0 to 1, a number a frame of the run. Not modified.
   */
  public Shielded with(BitSet joints, int frames, Frames run, double[] weights) {
    Map<BitSet, Track> all = inOrder(shields);
    Track before = all.getOrDefault(joints, open(frames));
    double[] now = new double[run.count()];
    before.read(run, now);
    for (int n = 0; n < now.length; n++) {
      now[n] = Math.max(now[n], weights[n]);
    }
    all.put((BitSet) joints.clone(), before.with(run, now));
    return new Shielded(all);
  }

  private static Track open(int frames) {
    return Track.of(TrackType.WEIGHT, new double[frames]);
  }

  @Override
  public Shielded patched(Frames run, Shielded other) {
    if (other == this) {
      return this;
    }
    Map<BitSet, Track> all = inOrder(Map.of());
    shields.forEach(
        (joints, track) -> all.put(joints, track.with(run, other.track(joints, track.frames()))));
    other.shields.forEach(
        (joints, track) -> {
          if (!all.containsKey(joints)) {
            all.put(joints, open(track.frames()).with(run, track));
          }
        });
    all.values().removeIf(track -> track.isConstant(0));
    return all.isEmpty() ? NONE : new Shielded(all);
  }

  private Track track(BitSet joints, int frames) {
    Track track = shields.get(joints);
    return track == null ? open(frames) : track;
  }

  @Override
  public Shielded through(TimeMap map) {
    int[] shown = new int[map.frames()];
    for (int n = 0; n < shown.length; n++) {
      shown[n] = map.raw(n);
    }
    return changed(track -> shown(track, shown));
  }

  private static Track shown(Track track, int[] shown) {
    double[] weights = new double[shown.length];
    for (int n = 0; n < shown.length; n++) {
      weights[n] = track.at(Math.min(shown[n], track.frames() - 1), 0);
    }
    return Track.of(TrackType.WEIGHT, weights);
  }

  private Shielded changed(UnaryOperator<Track> change) {
    Map<BitSet, Track> all = inOrder(Map.of());
    shields.forEach((joints, track) -> all.put(joints, change.apply(track)));
    all.values().removeIf(track -> track.isConstant(0));
    return all.isEmpty() ? NONE : new Shielded(all);
  }

  /** Whether nothing is shielded. */
  public boolean isNone() {
    return shields.isEmpty();
  }

  /**
   * What is left of a change, where it is shielded.
   *
   * @param in before it
   * @param out after it, of as many frames; on other bones it is left as it is, since a body has
   *     one size in all frames
   * @param run frames that it changed
   */
  public Motion keeping(Motion in, Motion out, Frames run) {
    if (isNone() || out == in || out.clip().skeleton() != in.clip().skeleton()) {
      return out;
    }
    BitSet members = in.body().members();
    Motion kept = out;
    for (Map.Entry<BitSet, Track> shield : shields.entrySet()) {
      BitSet rest = (BitSet) members.clone();
      rest.andNot(shield.getKey());
      if (rest.isEmpty()) {
        kept = whole(in, kept, run, shield.getValue());
      }
      kept = kept.with(parts(in.clip(), kept.clip(), run, shield.getKey(), shield.getValue()));
    }
    return kept;
  }

  /** Frames that are shielded in all of the body are as they were in everything a motion holds. */
  private static Motion whole(Motion in, Motion out, Frames run, Track weights) {
    Motion before = in.with(in.clip(), out.body());
    Motion kept = out;
    for (Frames full : full(run, weights)) {
      kept = kept.shielded(full, before);
    }
    return kept;
  }

  /** The runs of frames in which nothing comes through. */
  private static List<Frames> full(Frames run, Track weights) {
    List<Frames> full = new ArrayList<>();
    int f = run.from();
    while (f < run.to()) {
      int end = f;
      while (end < run.to() && weights.at(end, 0) == 1) {
        end++;
      }
      if (end > f) {
        full.add(new Frames(f, end));
      }
      f = end + 1;
    }
    return full;
  }

  private static Clip parts(Clip in, Clip out, Frames run, BitSet joints, Track weights) {
    Clip kept = out;
    for (int j = joints.nextSetBit(0); j >= 0; j = joints.nextSetBit(j + 1)) {
      if (out.rotation(j) != in.rotation(j)) {
        kept = kept.withRotation(j, mixed(in.rotation(j), out.rotation(j), run, weights));
      }
      if (out.translation(j) != in.translation(j)) {
        kept = kept.withTranslation(j, mixed(in.places(j), out.places(j), run, weights));
      }
    }
    return kept == out ? out : kept.withoutIdleTranslation();
  }

  private static Track mixed(Track in, Track out, Frames run, Track weights) {
    Track kept = out;
    for (Frames full : full(run, weights)) {
      kept = kept.with(full, in);
    }
    double[] a = new double[in.width()];
    double[] b = new double[in.width()];
    for (int f = run.from(); f < run.to(); f++) {
      double w = weights.at(f, 0);
      if (w > 0 && w < 1 && !in.sameAt(f, out)) {
        in.read(f, a, 0);
        out.read(f, b, 0);
        in.type().mix(b, 0, a, 0, w, b, 0);
        kept = kept.with(new Frames(f, f + 1), b);
      }
    }
    return kept;
  }

  @Override
  public boolean equals(Object other) {
    if (!(other instanceof Shielded its) || !shields.keySet().equals(its.shields.keySet())) {
      return false;
    }
    for (Map.Entry<BitSet, Track> shield : shields.entrySet()) {
      if (!isSame(shield.getValue(), its.shields.get(shield.getKey()))) {
        return false;
      }
    }
    return true;
  }

  private static boolean isSame(Track a, Track b) {
    if (a == b) {
      return true;
    }
    boolean same = a.frames() == b.frames();
    for (Frames chunk : Frames.first(same ? a.frames() : 0).blocks(Track.CHUNK)) {
      Frames run = chunk.within(Frames.first(a.frames()));
      for (int f = a.shares(run, b) ? run.to() : run.from(); same && f < run.to(); f++) {
        same = a.sameAt(f, b);
      }
    }
    return same;
  }

  @Override
  public int hashCode() {
    return shields.keySet().hashCode();
  }

  @Override
  public String toString() {
    return shields.keySet().toString();
  }
}
