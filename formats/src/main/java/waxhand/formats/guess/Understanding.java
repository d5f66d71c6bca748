package waxhand.formats.guess;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.gaps.Repeats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Channels;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Rates;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/**
 * What the numbers of a file mean, from some of its frames and from what the artist overrules, with
 * everything that was taken for granted in plain words. A reader asks it how to read on, tells it
 * what else it saw, and gets the take. For one file.
 */
public final class Understanding {
  /** So many joints beside the body are named. */
  private static final int NAMED = 6;

  /** Metres that a standard tells are believed of bodies from so tall to so tall. */
  private static final double SHORTEST_M = 0.3;

  private static final double TALLEST_M = 4;

  private final String file;
  private final Reading reading;
  private final Up up;
  private final Unit unit;
  private final Skeleton skeleton;
  private final boolean turned;
  private final Map<String, Body> bodies;
  private final String chosen;
  private double rateHz;
  private final List<String> assumptions = new ArrayList<>();
  private final List<String> remarks = new ArrayList<>();
  private Channels channels = Channels.NONE;
  private final Map<String, String> how = new LinkedHashMap<>();

  private Understanding(String file, Clip sample, Reading reading) throws FormatException {
    this.file = file;
    this.reading = reading;
    up = reading.up().orElseGet(() -> Bearings.up(sample));
    Clip upright = Upright.yUp(sample, up);
    Skeleton standing = Bearings.standing(upright.skeleton(), upright);
    turned = !standing.equals(upright.skeleton());
    bodies = Body.named(standing);
    chosen = reading.body().orElse(bodies.keySet().iterator().next());
    if (!bodies.containsKey(chosen)) {
      throw new FormatException(
          file,
          "there is no body '" + Legible.of(chosen) + "'; there are: " + names(bodies.keySet()));
    }
    double height = bodies.get(chosen).heightM();
    unit = unit(height);
    skeleton = standing.scaled(unit.metres());
    boolean odd =
        height == 0 || !unit.isUsual() && reading.unit().isEmpty() && reading.heightM().isEmpty();
    (odd ? remarks : assumptions).add(size(height));
    assume((reading.up().isPresent() ? "set: " : "guessed: ") + up + " points up");
  }

  /**
   * @param file for messages
   * @param sample some frames as they are written: no unit, no axis turned
   * @throws FormatException if the reading asks for what the file does not hold
   */
  public static Understanding of(String file, Clip sample, Reading reading) throws FormatException {
    return new Understanding(file, sample, reading);
  }

  /**
   * The same for formats whose standard says that lengths are metres and y is up: that is believed
   * where the body then is of any human size and stands.
   *
   * @throws FormatException if the reading asks for what the file does not hold
   */
  public static Understanding standard(String file, Clip sample, Reading reading)
      throws FormatException {
    Reading told = reading;
    if (reading.up().isEmpty() && stands(sample)) {
      told = told.withUp(Up.Y);
    }
    if (reading.unit().isEmpty() && reading.heightM().isEmpty()) {
      double height = Body.of(sample.skeleton()).heightM();
      told = height > SHORTEST_M && height < TALLEST_M ? told.withUnit(Unit.M) : told;
    }
    return new Understanding(file, sample, told);
  }

  /** Whether the rest pose is higher than it is deep. */
  private static boolean stands(Clip sample) {
    double[] low = new double[3];
    double[] high = new double[3];
    for (Vector3d p : sample.skeleton().restPositions()) {
      for (int i = 0; i < 3; i++) {
        low[i] = Math.min(low[i], p.get(i));
        high[i] = Math.max(high[i], p.get(i));
      }
    }
    return high[1] - low[1] > high[2] - low[2] || Bearings.up(sample) == Up.Y;
  }

  /**
   * A clip as it is written, in metres, y up, on the skeleton that stands.
   *
   * @throws FormatException if a joint is farther away than {@link Limits#FARTHEST_M}
   */
  public Clip converted(Clip asWritten, double hz) throws FormatException {
    Clip upright = Upright.yUp(asWritten, up);
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      rotations.add(upright.rotation(j));
      translations.add(
          upright.hasTranslation(j) ? scaled(upright.translation(j), unit.metres()) : null);
      isNear(j, translations.get(j));
    }
    return new Clip(skeleton, hz, rotations, translations);
  }

  private void isNear(int joint, Track places) throws FormatException {
    for (int i = 0; i < 3; i++) {
      isNear(joint, skeleton.offset(joint, i), -1);
      for (int f = 0; places != null && f < places.frames(); f++) {
        isNear(joint, places.at(f, i), f);
      }
    }
  }

  private void isNear(int joint, double metres, int frame) throws FormatException {
    if (!(Math.abs(metres) <= Limits.FARTHEST_M)) {
      throw new FormatException(
          file,
          Legible.of(skeleton.joint(joint).name(), 60)
              + " is "
              + Legible.of(metres)
              + " m away"
              + (frame < 0 ? " at rest" : " in frame " + frame)
              + ", which is no place of a body (lengths in "
              + unit.words()
              + ")");
    }
  }

  private static Track scaled(Track track, double by) {
    if (by == 1) {
      return track;
    }
    double[] values = new double[track.width() * track.frames()];
    track.read(Frames.first(track.frames()), values);
    for (int n = 0; n < values.length; n++) {
      values[n] *= by;
    }
    return Track.of(track.type(), values);
  }

  public Up up() {
    return up;
  }

  public Unit unit() {
    return unit;
  }

  /** In metres, y up, standing. */
  public Skeleton skeleton() {
    return skeleton;
  }

  public double rateHz() {
    return rateHz;
  }

  /**
   * Takes the rate from how long the file says a frame is.
   *
   * @param decimals with how many it is written
   * @param text as it is written
   */
  public void rate(double frameTimeS, int decimals, String text) {
    rateHz = reading.rateHz().orElse(Rates.of(frameTimeS, decimals));
    assume(
        String.format(
            Locale.ROOT, "%s frames a second (%s s)", shortest(rateHz), Legible.of(text)));
  }

  /**
   * Takes the rate as it was found.
   *
   * @param told by what
   */
  public void rate(double hz, String told) {
    rateHz = reading.rateHz().orElse(hz);
    assume(
        String.format(Locale.ROOT, "%s frames a second (%s)", shortest(rateHz), Legible.of(told)));
  }

  /** Tells of something that is worth a look. */
  public void remark(String words) {
    remarks.add(words);
  }

  /**
   * What the take brings beside its joints.
   *
   * @param all one value of each in every frame of the file
   */
  public void beside(Channels all) {
    channels = all;
  }

  /** Tells of something that was taken for granted. */
  public void assume(String words) {
    assumptions.add(words);
  }

  /** Keeps with the take how it was read. */
  public void keep(String key, String value) {
    how.put(key, value);
  }

  /**
   * The take that these samples are.
   *
   * @param bytes kept by the take
   * @param clip all frames, on {@link #skeleton}
   */
  public RawTake taken(byte[] bytes, Clip clip) {
    Body body = bodies.get(chosen).on(skeleton);
    boolean several = bodies.size() > 1;
    if (several) {
      remark(bodies.size() + " bodies: " + names(bodies.keySet()) + "; taken: " + names(chosen));
    } else {
      others(body).ifPresent(this::remark);
    }
    if (turned) {
      assume("the skeleton does not rest standing and facing ahead; it was turned so for itself");
    }
    int rest =
        Math.min(
            clip.frames() - 1, reading.restFrames().orElseGet(() -> RestFrames.count(clip, body)));
    if (rest > 0) {
      String rows = rest == 1 ? "the first row is" : "the first " + rest + " rows are";
      remark(rows + " a rest pose, kept apart from the motion");
    }
    if (RestFrames.isAll(clip, body)) {
      remark("nothing moves: the file holds a rest pose alone");
    }
    Clip motion = rest == 0 ? clip : clip.cut(new Frames(rest, clip.frames()));
    Repeats.of(motion, body).ifPresent(r -> remark(r.words(rateHz)));
    keep("unit", unit.key());
    keep("up", up.name());
    keep("rateHz", Double.toString(rateHz));
    keep("restFrames", Integer.toString(rest));
    if (several) {
      keep("body", chosen);
    }
    List<String> all = new ArrayList<>(remarks);
    all.addAll(assumptions);
    Motion whole = new Motion(motion, body).with(channels.cut(new Frames(rest, clip.frames())));
    RawTake raw = new RawTake(file, bytes, whole, how, all).noting(remarks);
    raw = rest == 0 ? raw : raw.after(clip.cut(new Frames(0, rest)));
    return reading.cast().isPresent() ? raw.playing(reading.cast().get()) : raw;
  }

  private static String names(String... names) {
    return names(List.of(names));
  }

  private static String names(Collection<String> names) {
    return names.stream().map(Legible::of).collect(Collectors.joining(", "));
  }

  private Unit unit(double height) {
    if (reading.unit().isPresent()) {
      return reading.unit().get();
    }
    return reading.heightM().isPresent()
        ? Unit.tall(height, reading.heightM().getAsDouble())
        : Unit.ofBody(height);
  }

  private String size(double height) {
    boolean set = reading.unit().isPresent() || reading.heightM().isPresent();
    if (height == 0) {
      return "all joints are at one place, so no size can be told: lengths are taken to be in "
          + unit.words();
    }
    double tall = height * unit.metres();
    if (!set && !unit.isUsual()) {
      return String.format(
          Locale.ROOT,
          "no usual unit fits, so the body is taken to be %.2f m tall (lengths in %s)",
          tall,
          unit.words());
    }
    return String.format(
        Locale.ROOT,
        "%s: lengths in %s, the body is %.2f m tall",
        set ? "set" : "guessed",
        unit.words(),
        tall);
  }

  /** Joints that are of no body. */
  private static Optional<String> others(Body body) {
    BitSet others = new BitSet();
    others.set(0, body.skeleton().size());
    others.andNot(body.members());
    if (others.isEmpty()) {
      return Optional.empty();
    }
    List<String> names =
        others.stream().mapToObj(j -> body.skeleton().joint(j).name()).limit(NAMED).toList();
    int more = others.cardinality() - names.size();
    return Optional.of(
        "no part of the body and left as they are: "
            + names(names)
            + (more > 0 ? " and " + more + " more" : ""));
  }

  /** With six digits at most. */
  private static String shortest(double number) {
    return new BigDecimal(number).round(new MathContext(6)).stripTrailingZeros().toPlainString();
  }
}
