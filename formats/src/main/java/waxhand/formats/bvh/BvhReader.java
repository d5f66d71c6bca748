package waxhand.formats.bvh;

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
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Rates;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.disk.Room;
import waxhand.formats.guess.Bearings;
import waxhand.formats.guess.RestFrames;
import waxhand.formats.text.Words;

/**
 * Reads BVH. The numbers are parsed chunk by chunk on the calling thread while another turns the
 * chunk before into rotations.
 */
public final class BvhReader {
  /** Under this key a reading says whose positions the file adds to their offsets. */
  private static final String BESIDE = "besideOffset";

  /** So many joints beside the body are named. */
  private static final int NAMED = 6;

  /** A shorter offset is none, metres. */
  private static final double LEAST_OFFSET_M = 1e-9;

  private final String file;
  private final byte[] bytes;

  private BvhReader(String file, byte[] bytes) {
    this.file = file;
    this.bytes = bytes;
  }

  /**
   * Reads a whole file.
   *
   * @param bytes kept by the take; must not be modified afterwards
   * @param reading what overrules the guesses
   * @throws FormatException with line and column; nothing is half loaded
   */
  public static RawTake read(String file, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return new BvhReader(file, bytes).read(reading, work);
  }

  private RawTake read(Reading reading, Work work) throws FormatException {
    BvhHeader header = BvhHeader.read(file, bytes, reading);
    if (tooShort(header)) {
      return read(header, Optional.of(recount(header)), reading, work);
    }
    Optional<RawTake> take = readAsSaid(header, reading, work);
    return take.isPresent()
        ? take.get()
        : read(header, Optional.of(recount(header)), reading, work);
  }

  /** Whether a file cannot hold the frames it says, so that no room for them is sought. */
  private boolean tooShort(BvhHeader header) {
    long needed = 2L * header.channels() * header.frames() - 1;
    return header.frames() == 0 || needed > bytes.length - header.numbers();
  }

  private Rows recount(BvhHeader header) throws FormatException {
    Rows rows = Rows.count(file, bytes, header);
    if (rows.whole() == 0) {
      throw new Words(file, bytes, header.numbers())
          .fault(
              header.frames() == 0 && rows.left() == 0
                  ? "the take has no frames"
                  : "the file ends in frame 0: expected "
                      + header.channels()
                      + " numbers, found "
                      + rows.left());
    }
    return rows;
  }

  private Optional<RawTake> readAsSaid(BvhHeader header, Reading reading, Work work)
      throws FormatException {
    return Optional.ofNullable(read(header, Optional.empty(), reading, work));
  }

  /** Null where there are other rows than were asked for. */
  private RawTake read(BvhHeader said, Optional<Rows> rows, Reading reading, Work work)
      throws FormatException {
    BvhHeader header = rows.map(r -> said.withFrames(r.whole())).orElse(said);
    List<String> assumptions = new ArrayList<>();
    List<String> remarks = new ArrayList<>();
    rows.flatMap(r -> r.words(said)).ifPresent(remarks::add);
    Clip sample = sample(header);
    Up up = reading.up().orElseGet(() -> Bearings.up(sample));
    Clip turned = BvhSample.inside(sample, up);
    Skeleton standing = Bearings.standing(turned.skeleton(), turned);
    Map<String, Body> bodies = Body.named(standing);
    String chosen = chosen(bodies, reading);
    double height = bodies.get(chosen).heightM();
    Unit unit = unit(reading, height);
    double rate =
        reading.rateHz().orElse(Rates.of(header.frameTimeS(), header.frameTimeDecimals()));
    boolean odd = !unit.isUsual() && reading.unit().isEmpty() && reading.heightM().isEmpty();
    (odd ? remarks : assumptions).add(size(reading, unit, height));
    assumptions.add((reading.up().isPresent() ? "set: " : "guessed: ") + up + " points up");
    assumptions.add(
        String.format(
            Locale.ROOT,
            "%s frames a second (%s s)",
            shortest(rate),
            Legible.of(header.frameTimeText())));
    Skeleton skeleton = standing.scaled(unit.metres());
    Room.need(file, sampleBytes(header), "its " + header.frames() + " frames");
    Converter converter = new Converter(header, skeleton, unit, up);
    boolean fits = parse(header, greatest(header, unit), converter, work);
    if (!fits && rows.isEmpty()) {
      return null;
    }
    BitSet beside = converter.placeOffsets(assumptions);
    Clip clip = converter.clip(rate);
    Body body = bodies.get(chosen).on(skeleton);
    if (bodies.size() > 1) {
      remarks.add(
          bodies.size() + " bodies: " + names(bodies.keySet()) + "; taken: " + Legible.of(chosen));
    }
    others(body, bodies.size() > 1).ifPresent(remarks::add);
    if (!standing.equals(turned.skeleton())) {
      assumptions.add(
          "the skeleton does not rest standing and facing ahead; it was turned so for itself");
    }
    int rest =
        Math.min(
            clip.frames() - 1, reading.restFrames().orElseGet(() -> RestFrames.count(clip, body)));
    if (rest > 0) {
      remarks.add(
          (rest == 1
                  ? "the first row is a rest pose"
                  : "the first " + rest + " rows are a rest pose")
              + ", kept apart from the motion");
    }
    Map<String, String> how = new LinkedHashMap<>();
    how.put("format", "bvh");
    how.put("unit", unit.key());
    how.put("up", up.name());
    how.put("rateHz", Double.toString(rate));
    how.put("restFrames", Integer.toString(rest));
    if (bodies.size() > 1) {
      how.put("body", chosen);
    }
    if (!beside.isEmpty()) {
      how.put(BESIDE, beside.toString());
    }
    Clip motion = rest == 0 ? clip : clip.cut(new Frames(rest, clip.frames()));
    assumptions.addAll(0, remarks);
    RawTake raw =
        new RawTake(file, bytes, new Motion(motion, body), how, assumptions).noting(remarks);
    return rest == 0 ? raw : raw.after(clip.cut(new Frames(0, rest)));
  }

  private String chosen(Map<String, Body> bodies, Reading reading) throws FormatException {
    String first = bodies.keySet().iterator().next();
    String wanted = reading.body().orElse(first);
    if (!bodies.containsKey(wanted)) {
      throw new FormatException(
          file,
          "there is no body '" + Legible.of(wanted) + "'; there are: " + names(bodies.keySet()));
    }
    return wanted;
  }

  private static String names(Collection<String> names) {
    return names.stream().map(Legible::of).collect(Collectors.joining(", "));
  }

  private static Unit unit(Reading reading, double height) {
    return reading
        .unit()
        .orElseGet(
            () ->
                reading.heightM().isPresent()
                    ? Unit.tall(height, reading.heightM().getAsDouble())
                    : Unit.ofBody(height));
  }

  private static String size(Reading reading, Unit unit, double height) {
    boolean set = reading.unit().isPresent() || reading.heightM().isPresent();
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
  private static Optional<String> others(Body body, boolean several) {
    BitSet others = new BitSet();
    others.set(0, body.skeleton().size());
    others.andNot(body.members());
    if (others.isEmpty() || several) {
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

  private Clip sample(BvhHeader header) {
    BvhSample sample = BvhSample.of(file, bytes, header);
    BvhHeader few = header.withFrames(sample.rows());
    Skeleton asWritten = new Skeleton(header.joints());
    Converter converter = new Converter(few, asWritten, Unit.M, Up.Y);
    converter.convert(0, sample.rows(), sample.numbers());
    converter.placeOffsets(new ArrayList<>());
    return converter.clip(1);
  }

  /** With six digits at most. */
  private static String shortest(double number) {
    return new BigDecimal(number).round(new MathContext(6)).stripTrailingZeros().toPlainString();
  }

  /** What the samples of a take will hold, bytes. */
  private static long sampleBytes(BvhHeader header) {
    return 8L
        * (TrackType.ROTATION.width() + TrackType.TRANSLATION.width())
        * header.joints().size()
        * header.frames();
  }

  /** For each number of a frame how great it may be, in the file's own unit. */
  private static double[] greatest(BvhHeader header, Unit unit) {
    double farthest = Limits.FARTHEST_M / unit.metres();
    return header.order().stream()
        .flatMap(List::stream)
        .mapToDouble(c -> c.isRotation() ? Limits.WIDEST_DEG : farthest)
        .toArray();
  }

  /** False where the file has other rows than it says. */
  private boolean parse(BvhHeader header, double[] greatest, Converter converter, Work work)
      throws FormatException {
    Words words = new Words(file, bytes, header.numbers());
    int chunks = Track.chunkCount(header.frames());
    if (chunks == 1) {
      // not worth another thread
      double[] numbers = new double[header.channels() * header.frames()];
      if (!chunk(words, 0, header, greatest, numbers)) {
        return false;
      }
      converter.convert(0, header.frames(), numbers);
    } else if (!parseInTwo(words, chunks, header, greatest, converter, work)) {
      return false;
    }
    return !words.next();
  }

  private static int framesIn(int chunk, BvhHeader header) {
    return Math.min(Track.CHUNK, header.frames() - chunk * Track.CHUNK);
  }

  /** Reads the numbers of a chunk; false where there are too few. Modified: numbers. */
  private static boolean chunk(
      Words words, int chunk, BvhHeader header, double[] greatest, double[] numbers)
      throws FormatException {
    int count = framesIn(chunk, header);
    boolean whole = true;
    for (int f = 0; f < count && whole; f++) {
      whole = frame(words, greatest, numbers, f * greatest.length);
    }
    return whole;
  }

  /** Reads on this thread while another converts. */
  private static boolean parseInTwo(
      Words words, int chunks, BvhHeader header, double[] greatest, Converter converter, Work work)
      throws FormatException {
    ArrayBlockingQueue<double[]> free = new ArrayBlockingQueue<>(3);
    for (int i = 0; i < 3; i++) {
      free.add(new double[greatest.length * Track.CHUNK]);
    }
    ExecutorService second = Executors.newSingleThreadExecutor(r -> daemon(r));
    try {
      List<Future<?>> pending = new ArrayList<>();
      for (int c = 0; c < chunks; c++) {
        work.check();
        work.done(c / (double) chunks);
        double[] numbers = free.take();
        if (!chunk(words, c, header, greatest, numbers)) {
          return false;
        }
        int count = framesIn(c, header);
        int chunk = c;
        pending.add(
            second.submit(
                () -> {
                  try {
                    converter.convert(chunk, count, numbers);
                  } finally {
                    free.add(numbers);
                  }
                }));
      }
      for (Future<?> future : pending) {
        future.get();
      }
      return true;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new java.util.concurrent.CancellationException("interrupted");
    } catch (ExecutionException e) {
      if (e.getCause() instanceof OutOfMemoryError full) {
        throw full;
      }
      throw new IllegalStateException(e.getCause());
    } finally {
      second.shutdownNow();
    }
  }

  /** Reads the numbers of one frame; false at the end of the file. Modified: numbers. */
  private static boolean frame(Words words, double[] greatest, double[] numbers, int at)
      throws FormatException {
    for (int i = 0; i < greatest.length; i++) {
      if (!words.next()) {
        return false;
      }
      double value = words.number("a number");
      if (Math.abs(value) > greatest[i]) {
        boolean angle = greatest[i] == Limits.WIDEST_DEG;
        throw words.expected(angle ? "an angle within a million degrees" : "a place within 10 km");
      }
      numbers[at + i] = value;
    }
    return true;
  }

  private static Thread daemon(Runnable run) {
    Thread thread = new Thread(run, "bvh-convert");
    thread.setDaemon(true);
    return thread;
  }

  /** Turns numbers of the file into tracks. */
  private static final class Converter {
    private final Skeleton skeleton;
    private final BvhJoint[] layout;
    private final double metres;
    private final Up up;
    private final int width;
    private final int frames;
    private final double[][][] rotations;
    private final double[][][] translations;

    Converter(BvhHeader header, Skeleton skeleton, Unit unit, Up up) {
      this.skeleton = skeleton;
      this.layout = BvhJoint.layout(header.order());
      this.metres = unit.metres();
      this.up = up;
      this.width = header.channels();
      this.frames = header.frames();
      int chunks = Track.chunkCount(frames);
      rotations = new double[skeleton.size()][chunks][];
      translations = new double[skeleton.size()][chunks][];
    }

    void convert(int chunk, int count, double[] numbers) {
      for (int j = 0; j < layout.length; j++) {
        double[] q = new double[4 * count];
        double[] before = chunk == 0 ? null : rotations[j][chunk - 1];
        layout[j].rotations(numbers, width, count, up, q, before);
        rotations[j][chunk] = q;
        if (layout[j].hasPosition() || skeleton.parent(j) < 0) {
          double[] p = new double[3 * count];
          layout[j].positions(numbers, width, count, metres, up, p);
          translations[j][chunk] = p;
        }
      }
    }

    /**
     * Positions are places in the parent's frame. Some writers leave the offset out of them; where
     * they lie nearer to zero than to the offset, it is added.
     *
     * @return joints whose positions are beside their offset
     */
    BitSet placeOffsets(List<String> assumptions) {
      BitSet beside = new BitSet();
      for (int j = 0; j < layout.length; j++) {
        Vector3dc offset = skeleton.joint(j).offset();
        if (translations[j][0] == null || offset.length() < LEAST_OFFSET_M) {
          continue;
        }
        double[] p = translations[j][0];
        boolean written = layout[j].hasPosition();
        boolean inner = skeleton.parent(j) >= 0;
        if (written && !(inner && liesBeside(new Vector3d(p[0], p[1], p[2]), offset))) {
          continue;
        }
        for (double[] chunk : translations[j]) {
          for (int i = 0; i < chunk.length; i++) {
            chunk[i] += offset.get(i % 3);
          }
        }
        if (written) {
          beside.set(j);
          assumptions.add(
              "positions of " + Legible.of(skeleton.joint(j).name()) + " are added to its offset");
        }
      }
      return beside;
    }

    Clip clip(double rate) {
      List<Track> r = new ArrayList<>();
      List<Track> t = new ArrayList<>();
      for (int j = 0; j < layout.length; j++) {
        r.add(Track.adopt(TrackType.ROTATION, frames, rotations[j]));
        boolean moves = translations[j][0] != null;
        t.add(moves ? Track.adopt(TrackType.TRANSLATION, frames, translations[j]) : null);
      }
      return new Clip(skeleton, rate, r, t);
    }
  }

  /** Whether the first position of an inner joint is taken to be beside the joint's offset. */
  static boolean liesBeside(Vector3dc first, Vector3dc offset) {
    return offset.length() >= LEAST_OFFSET_M && first.length() < first.distance(offset);
  }

  /** The joints whose positions the file of a take adds to their offsets. */
  static BitSet besideOffset(RawTake raw) {
    BitSet joints = new BitSet();
    for (String number : raw.reading().getOrDefault(BESIDE, "").split("[{, }]+")) {
      if (!number.isEmpty()) {
        joints.set(Integer.parseInt(number));
      }
    }
    return joints;
  }

  /** How a take was read, from what it keeps. */
  public static Reading readingOf(Map<String, String> how) {
    Reading reading = Reading.GUESS;
    Optional<Unit> unit = Unit.ofKey(how.getOrDefault("unit", ""));
    Optional<Up> up = Up.ofKey(how.getOrDefault("up", ""));
    reading = unit.isPresent() ? reading.withUnit(unit.get()) : reading;
    reading = up.isPresent() ? reading.withUp(up.get()) : reading;
    if (how.containsKey("rateHz")) {
      reading = reading.withRate(Double.parseDouble(how.get("rateHz")));
    }
    if (how.containsKey("restFrames")) {
      reading = reading.withRestFrames(Integer.parseInt(how.get("restFrames")));
    }
    return how.containsKey("body") ? reading.withBody(how.get("body")) : reading;
  }
}
