package waxhand.formats.amc;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Quaterniond;
import waxhand.core.maths.EulerAngles;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.disk.Room;
import waxhand.formats.guess.Understanding;
import waxhand.formats.text.Words;

/**
 * Reads AMC: for each frame its number alone on a line, then a line for each bone that moves: its
 * name and its numbers. The skeleton stands in comments at the file's end, where it was put when
 * the take was opened.
 */
final class AmcReader {
  /** No such file tells its rate; this is what most are captured at, Hz. */
  private static final double USUAL_HZ = 120;

  private final String file;
  private final Asf asf;
  private final Words words;
  private boolean degrees;
  private final List<double[]> frames = new ArrayList<>();
  private final int[] first;
  private int width;
  private double toldHz;

  private AmcReader(String file, byte[] bytes, Asf asf) {
    this.file = file;
    this.asf = asf;
    this.words = new Words(file, bytes, 0);
    this.degrees = asf.inDegrees();
    this.first = new int[asf.joints().size()];
    for (int j = 0; j < first.length; j++) {
      first[j] = width;
      width += asf.bone(j).dof().size();
    }
  }

  static RawTake read(String file, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    Asf asf = AmcFormat.skeleton(file, bytes);
    AmcReader reader = new AmcReader(file, bytes, asf);
    List<String> remarks = new ArrayList<>(asf.remarks());
    reader.parse(remarks, work);
    return reader.take(bytes, reading, remarks);
  }

  private void parse(List<String> remarks, Work work) throws FormatException {
    double[] frame = null;
    boolean[] told = new boolean[first.length];
    int kept = 0;
    boolean more = words.next();
    while (more) {
      if (words.word().startsWith("#")) {
        more = comment();
      } else if (words.word().startsWith(":")) {
        String section = words.word().toUpperCase(java.util.Locale.ROOT);
        degrees = section.equals(":DEGREES") || degrees && !section.equals(":RADIANS");
        more = skipLine();
      } else if (isNumber(words.word())) {
        kept += frame == null ? 0 : missing(told);
        Arrays.fill(told, false);
        if (frames.size() % 1024 == 0) {
          work.check();
          Room.need(file, 8L * width * (frames.size() + 1024L), "its frames");
        }
        // what a frame does not tell stays as it was
        frame = frame == null ? new double[width] : frame.clone();
        frames.add(frame);
        more = words.next();
      } else {
        if (frame == null) {
          throw words.fault("expected the number of a frame, found '" + quoted() + "'");
        }
        more = bone(frame, told);
      }
    }
    if (frame == null) {
      throw new FormatException(file, "the take has no frames");
    }
    kept += missing(told);
    if (kept > 0) {
      remarks.add(kept + " times a frame does not tell of a bone: it stays as it was before");
    }
  }

  private int missing(boolean[] told) {
    int count = 0;
    for (int j = 0; j < told.length; j++) {
      count += told[j] || asf.bone(j).dof().isEmpty() ? 0 : 1;
    }
    return count;
  }

  private boolean bone(double[] frame, boolean[] told) throws FormatException {
    String name = words.word();
    if (!asf.has(name)) {
      throw words.fault(
          "frame "
              + frames.size()
              + " tells of '"
              + quoted()
              + "', which "
              + asf.file()
              + " lacks");
    }
    int joint = asf.joint(name);
    int count = joint < 0 ? 0 : asf.bone(joint).dof().size();
    if (joint >= 0 && told[joint]) {
      throw words.fault("frame " + frames.size() + " tells of '" + quoted() + "' twice");
    }
    for (int n = 0; n < count; n++) {
      if (!words.next() || words.isFirstInLine()) {
        throw words.fault(
            "expected " + count + " numbers for " + Legible.of(name, 40) + ", found " + n);
      }
      double value = words.number("a number");
      boolean turn = asf.bone(joint).dof().get(n).startsWith("r");
      double most = turn ? (degrees ? Limits.WIDEST_DEG : Math.toRadians(Limits.WIDEST_DEG)) : 1e9;
      if (!(Math.abs(value) <= most)) {
        throw words.fault("no capture has " + quoted() + " here");
      }
      frame[first[joint] + n] = value;
    }
    if (joint >= 0) {
      told[joint] = true;
    }
    boolean more = words.next();
    if (more && !words.isFirstInLine()) {
      throw words.fault(
          "expected " + count + " numbers for " + Legible.of(name, 40) + ", found more");
    }
    return more;
  }

  private String quoted() {
    return Legible.of(words.word(), 40);
  }

  private static boolean isNumber(String word) {
    return !word.isEmpty() && word.chars().allMatch(c -> c >= '0' && c <= '9');
  }

  /** Goes over a comment; what we write tells its rate in one. */
  private boolean comment() throws FormatException {
    boolean alone = words.is("#");
    boolean more = words.next();
    if (alone && more && !words.isFirstInLine() && words.is("rate")) {
      more = words.next();
      if (more && words.word().matches("[0-9]{1,4}(\\.[0-9]+)?")) {
        double hz = words.number("a rate");
        toldHz = Limits.isRate(hz) ? hz : toldHz;
      }
    }
    while (more && !words.isFirstInLine()) {
      more = words.next();
    }
    return more;
  }

  private boolean skipLine() {
    boolean more = words.next();
    while (more && !words.isFirstInLine()) {
      more = words.next();
    }
    return more;
  }

  private RawTake take(byte[] bytes, Reading reading, List<String> remarks) throws FormatException {
    int step = Math.max(1, frames.size() / 40);
    Clip sample = clip((frames.size() - 1) / step + 1, step);
    Understanding take = Understanding.of(file, sample, told(sample, reading));
    take.keep("format", AmcFormat.ID);
    remarks.forEach(take::remark);
    take.rate(toldHz > 0 ? toldHz : USUAL_HZ, toldHz > 0 ? "as it tells" : "no rate in the file");
    Clip all = clip(frames.size(), 1);
    return take.taken(bytes, take.converted(all, take.rateHz()));
  }

  /**
   * The unit that the skeleton tells, an inch over its length, where it makes the body a person.
   */
  private Reading told(Clip sample, Reading reading) {
    if (reading.unit().isPresent() || reading.heightM().isPresent() || asf.length() == 1) {
      return reading;
    }
    double metres = 0.0254 / asf.length();
    double height = waxhand.core.body.Body.of(sample.skeleton()).heightM() * metres;
    return height > 0.9 && height < 2.3 ? reading.withUnit(Unit.of(metres)) : reading;
  }

  private Clip clip(int count, int step) {
    Skeleton skeleton = asf.joints();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      rotations.add(turns(j, count, step));
      translations.add(asf.bone(j).moves() || j == 0 ? places(j, count, step) : null);
    }
    return new Clip(skeleton, 1, rotations, translations);
  }

  private Track turns(int joint, int count, int step) {
    AsfBone bone = asf.bone(joint);
    EulerAngles angles = bone.angles();
    int[] order = bone.order();
    Quaterniond c = bone.axis();
    double[] to = {c.x, c.y, c.z, c.w};
    double[] back = {-c.x, -c.y, -c.z, c.w};
    double[] q = new double[4 * count];
    double[] abc = new double[3];
    for (int f = 0; f < count; f++) {
      double[] row = frames.get(f * step);
      for (int n = 0; n < 3; n++) {
        int place = bone.place(3 + order[n]);
        double value = place < 0 ? 0 : row[first[joint] + place];
        abc[n] = degrees ? Math.toRadians(value) : value;
      }
      angles.toQuaternion(abc[0], abc[1], abc[2], q, 4 * f);
      Quats.multiply(to, 0, q, 4 * f, q, 4 * f);
      Quats.multiply(q, 4 * f, back, 0, q, 4 * f);
      if (f > 0 && Quats.dot(q, 4 * f, q, 4 * f - 4) < 0) {
        for (int i = 0; i < 4; i++) {
          q[4 * f + i] = -q[4 * f + i];
        }
      }
    }
    return Track.of(TrackType.ROTATION, q);
  }

  private Track places(int joint, int count, int step) {
    AsfBone bone = asf.bone(joint);
    Skeleton skeleton = asf.joints();
    double[] p = new double[3 * count];
    for (int f = 0; f < count; f++) {
      for (int i = 0; i < 3; i++) {
        int place = bone.place(i);
        p[3 * f + i] =
            skeleton.offset(joint, i)
                + (place < 0 ? 0 : frames.get(f * step)[first[joint] + place]);
      }
    }
    return Track.of(TrackType.TRANSLATION, p);
  }

  static String text(byte[] bytes) {
    return new String(bytes, StandardCharsets.UTF_8);
  }
}
