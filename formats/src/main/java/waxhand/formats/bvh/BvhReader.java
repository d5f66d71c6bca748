package waxhand.formats.bvh;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.BitSet;
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
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
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
import waxhand.formats.text.Words;

/**
 * Reads BVH. The numbers are parsed chunk by chunk on the calling thread while another turns the
 * chunk before into rotations.
 */
public final class BvhReader {
  /** Under this key a reading says whose positions the file adds to their offsets. */
  private static final String BESIDE = "besideOffset";

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
    List<String> assumptions = new ArrayList<>();
    Skeleton asWritten = new Skeleton(header.joints());
    Up up = reading.up().orElseGet(() -> guessUp(asWritten));
    double extent = extent(asWritten, up);
    Unit unit = reading.unit().orElseGet(() -> Unit.ofBody(extent));
    double rate =
        reading.rateHz().orElse(Rates.of(header.frameTimeS(), header.frameTimeDecimals()));
    assumptions.add(
        String.format(
            Locale.ROOT,
            "%s: lengths in %s (the skeleton at rest spans %.4g)",
            reading.unit().isPresent() ? "set" : "guessed",
            unit.words(),
            extent));
    assumptions.add((reading.up().isPresent() ? "set: " : "guessed: ") + up + " points up");
    assumptions.add(
        String.format(
            Locale.ROOT,
            "%s frames a second (%s s)",
            shortest(rate),
            Legible.of(header.frameTimeText())));
    Skeleton skeleton = inside(header.joints(), unit, up);
    Room.need(file, sampleBytes(header), "its " + header.frames() + " frames");
    Converter converter = new Converter(header, skeleton, unit, up);
    parse(header, greatest(header, unit), converter, work);
    BitSet beside = converter.placeOffsets(assumptions);
    Clip clip = converter.clip(rate);
    Map<String, String> how = new LinkedHashMap<>();
    how.put("format", "bvh");
    how.put("unit", unit.key());
    how.put("up", up.name());
    how.put("rateHz", Double.toString(rate));
    if (!beside.isEmpty()) {
      how.put(BESIDE, beside.toString());
    }
    return new RawTake(file, bytes, Motion.of(clip), how, assumptions);
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

  private void parse(BvhHeader header, double[] greatest, Converter converter, Work work)
      throws FormatException {
    Words words = new Words(file, bytes, header.numbers());
    int chunks = Track.chunkCount(header.frames());
    if (chunks == 1) {
      // not worth another thread
      double[] numbers = new double[header.channels() * header.frames()];
      chunk(words, 0, header, greatest, numbers);
      converter.convert(0, header.frames(), numbers);
    } else {
      parseInTwo(words, chunks, header, greatest, converter, work);
    }
    if (words.next()) {
      FormatException more = words.expected("the end of the file");
      throw more.because(
          String.format(
              Locale.ROOT,
              "there are more numbers than %d frames of %d need",
              header.frames(),
              header.channels()));
    }
  }

  /** Reads the numbers of a chunk; gives how many frames it has. Modified: numbers. */
  private static int chunk(
      Words words, int chunk, BvhHeader header, double[] greatest, double[] numbers)
      throws FormatException {
    int count = Math.min(Track.CHUNK, header.frames() - chunk * Track.CHUNK);
    for (int f = 0; f < count; f++) {
      frame(words, chunk * Track.CHUNK + f, header, greatest, numbers, f * greatest.length);
    }
    return count;
  }

  /** Reads on this thread while another converts. */
  private static void parseInTwo(
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
        int count = chunk(words, c, header, greatest, numbers);
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

  /** Reads the numbers of one frame to where they belong. Modified: numbers. */
  private static void frame(
      Words words, int frame, BvhHeader header, double[] greatest, double[] numbers, int at)
      throws FormatException {
    for (int i = 0; i < greatest.length; i++) {
      if (!words.next()) {
        throw words.fault(
            "the file ends in frame "
                + frame
                + " of "
                + header.frames()
                + ": expected "
                + greatest.length
                + " numbers, found "
                + i);
      }
      double value = words.number("a number");
      if (Math.abs(value) > greatest[i]) {
        boolean angle = greatest[i] == Limits.WIDEST_DEG;
        throw words.expected(angle ? "an angle within a million degrees" : "a place within 10 km");
      }
      numbers[at + i] = value;
    }
  }

  private static Thread daemon(Runnable run) {
    Thread thread = new Thread(run, "bvh-convert");
    thread.setDaemon(true);
    return thread;
  }

  /** Up is where the head is from the feet at rest; y where that cannot be told. */
  private static Up guessUp(Skeleton skeleton) {
    Body body = Body.of(skeleton);
    Vector3d[] rest = skeleton.restPositions();
    Vector3d up = new Vector3d();
    int top = body.joint(Role.HEAD).orElse(body.joint(Role.CHEST).orElse(-1));
    for (Role foot : List.of(Role.LEFT_FOOT, Role.RIGHT_FOOT)) {
      if (top >= 0 && body.joint(foot).isPresent()) {
        up.add(rest[top]).sub(rest[body.joint(foot).getAsInt()]);
      }
    }
    return up.length() > 0 && up.z > 1.5 * Math.abs(up.y) ? Up.Z : Up.Y;
  }

  private static double extent(Skeleton skeleton, Up up) {
    int axis = up == Up.Y ? 1 : 2;
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    double widest = 0;
    Vector3d[] rest = skeleton.restPositions();
    for (Vector3d p : rest) {
      low = Math.min(low, p.get(axis));
      high = Math.max(high, p.get(axis));
      widest = Math.max(widest, p.distance(rest[0]));
    }
    return Math.max(high - low, widest);
  }

  private static Skeleton inside(List<Joint> joints, Unit unit, Up up) {
    return new Skeleton(
        joints.stream()
            .map(
                j ->
                    new Joint(
                        j.name(),
                        j.parent(),
                        inside(j.offset(), unit, up),
                        j.moves(),
                        j.tip().map(t -> inside(t, unit, up))))
            .toList());
  }

  private static Vector3dc inside(Vector3dc v, Unit unit, Up up) {
    double[] p = {v.x() * unit.metres(), v.y() * unit.metres(), v.z() * unit.metres()};
    up.toInside(p, 0);
    return new Vector3d(p[0], p[1], p[2]);
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
    return how.containsKey("rateHz")
        ? reading.withRate(Double.parseDouble(how.get("rateHz")))
        : reading;
  }
}
