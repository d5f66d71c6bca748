package waxhand.formats.table;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.joml.Vector3d;
import waxhand.core.body.PointRoles;
import waxhand.core.body.Role;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.project.RawTake;
import waxhand.core.retarget.PlacedBody;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Rates;
import waxhand.formats.Reading;
import waxhand.formats.Up;
import waxhand.formats.guess.Understanding;

/**
 * Reads tables: those of ours whole, those of others as points that stand where their joints were.
 */
final class TableReader {
  /** Behind this a comment tells the skeleton of a table of ours. */
  static final String TOLD = "waxhand ";

  private static final Pattern RATE =
      Pattern.compile(
          "(?:rate|fps|frequency|frames per second|hz)\\D{0,12}([0-9]+(?:[.,][0-9]+)?)",
          Pattern.CASE_INSENSITIVE);

  private static final double USUAL_HZ = 120;

  private static final List<Role> HIGH =
      List.of(Role.HEAD, Role.NECK, Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM);

  private static final List<Role> LOW =
      List.of(Role.LEFT_SHIN, Role.RIGHT_SHIN, Role.LEFT_FOOT, Role.RIGHT_FOOT);

  private TableReader() {}

  static RawTake read(String file, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    Cells cells = Cells.read(file, bytes, work);
    for (String comment : cells.comments()) {
      String told = comment.strip();
      if (told.startsWith(TOLD)) {
        return ours(
            file, bytes, Layout.parse(file, 1, told.substring(TOLD.length())), cells, reading);
      }
    }
    return others(file, bytes, cells, reading);
  }

  private static RawTake ours(
      String file, byte[] bytes, Layout layout, Cells cells, Reading reading)
      throws FormatException {
    List<String> wanted = layout.columns();
    List<String> heads = cells.heads();
    int[] at = new int[wanted.size()];
    // a frame or time column of ours stands before
    int first = heads.size() - wanted.size();
    boolean inOrder = first >= 0 && heads.subList(first, heads.size()).equals(wanted);
    for (int n = 0; n < at.length; n++) {
      at[n] = inOrder ? first + n : heads.indexOf(wanted.get(n));
      if (at[n] < 0) {
        throw new FormatException(file, "the column '" + wanted.get(n) + "' is missing");
      }
    }
    int empty = cells.emptyCells();
    cells.hold();
    List<double[]> rows = new ArrayList<>();
    for (double[] cell : cells.rows()) {
      double[] row = new double[at.length];
      for (int n = 0; n < at.length; n++) {
        row[n] = cell[at[n]];
      }
      rows.add(row);
    }
    return ours(file, bytes, layout, rows, reading, remarks(cells, empty), TableFormat.ID);
  }

  static RawTake ours(
      String file,
      byte[] bytes,
      Layout layout,
      List<double[]> rows,
      Reading reading,
      List<String> remarks,
      String format)
      throws FormatException {
    if (!Limits.isRate(layout.rateHz())) {
      throw new FormatException(file, layout.rateHz() + " frames a second; no capture has so many");
    }
    normalize(file, layout, rows);
    Reading told = reading;
    told =
        reading.unit().isEmpty() && reading.heightM().isEmpty()
            ? told.withUnit(layout.unit())
            : told;
    told = reading.up().isEmpty() ? told.withUp(layout.up()) : told;
    told = reading.restFrames().isEmpty() ? told.withRestFrames(0) : told;
    int step = Math.max(1, rows.size() / 40);
    List<double[]> few = new ArrayList<>();
    for (int f = 0; f < rows.size(); f += step) {
      few.add(rows.get(f));
    }
    Understanding take = Understanding.of(file, layout.clip(few), told);
    take.keep("format", format);
    remarks.forEach(take::remark);
    take.rate(layout.rateHz(), "as the table tells");
    take.beside(layout.channels(rows));
    return take.taken(bytes, take.converted(layout.clip(rows), take.rateHz()));
  }

  /** Rotations come out unit; what is none is told. Modified: rows. */
  private static void normalize(String file, Layout layout, List<double[]> rows)
      throws FormatException {
    for (int f = 0; f < rows.size(); f++) {
      double[] row = rows.get(f);
      int at = 0;
      for (boolean place : layout.places()) {
        at += place ? 3 : 0;
        double length = 0;
        for (int i = 0; i < 4; i++) {
          length += row[at + i] * row[at + i];
        }
        if (!(length > 0.25 && length < 4)) {
          throw new FormatException(
              file, "a rotation of frame " + f + " is none: its length is not 1");
        }
        // what is unit to the last digit stays so
        if (Math.abs(length - 1) > 1e-15) {
          double by = 1 / Math.sqrt(length);
          for (int i = 0; i < 4; i++) {
            row[at + i] *= by;
          }
        }
        at += 4;
      }
    }
  }

  private static List<String> remarks(Cells cells, int empty) {
    List<String> remarks = new ArrayList<>();
    if (empty > 0) {
      remarks.add(empty + " cells are empty: what stood above them is taken");
    }
    if (cells.isCut()) {
      remarks.add("the last row is cut off: it is left out");
    }
    return remarks;
  }

  private static RawTake others(String file, byte[] bytes, Cells cells, Reading reading)
      throws FormatException {
    Heads heads = Heads.of(cells.heads());
    if (heads.points().isEmpty()) {
      throw new FormatException(
          file,
          heads.turns() > 0
              ? "it holds rotations, but not the skeleton they are of: hand on as BVH instead"
              : "no three columns of it are the x, y and z of a joint");
    }
    List<String> remarks = new ArrayList<>(remarks(cells, cells.emptyCells()));
    if (heads.turns() > 0) {
      remarks.add(
          heads.turns() + " columns of rotations are left out: they come without their skeleton");
    }
    if (heads.others() > 0) {
      remarks.add(heads.others() + " columns are left out: they are no place of a joint");
    }
    remarks.add(
        "a table of places: "
            + heads.points().size()
            + " points, that hang on nothing and turn not");
    double rate = rate(cells, heads, reading, remarks);
    cells.hold();
    Clip all = points(cells, heads, rate);
    Reading told = reading;
    if (reading.unit().isEmpty() && reading.heightM().isEmpty() && heads.unit().isPresent()) {
      told = told.withUnit(heads.unit().get());
    }
    told = told.restFrames().isEmpty() ? told.withRestFrames(0) : told;
    Optional<Up> up = reading.up().isEmpty() ? up(all) : Optional.empty();
    told = up.isPresent() ? told.withUp(up.get()) : told;
    Understanding take = Understanding.of(file, all, told);
    take.keep("format", TableFormat.ID);
    remarks.forEach(take::remark);
    up.filter(u -> u == Up.Z)
        .ifPresent(u -> take.remark("Z goes from knees and feet up to shoulders and head"));
    if (PlacedBody.of(Motion.of(all)).isPresent()) {
      take.remark("put on a character, the points are a body: their names tell its joints");
    }
    take.rate(rate, heads.time() >= 0 ? "by its times" : "as told");
    return take.taken(bytes, take.converted(all, take.rateHz()));
  }

  /**
   * The axis along which heads and shoulders are over knees and feet; empty where no names tell.
   */
  private static Optional<Up> up(Clip clip) {
    Map<Role, Integer> joints =
        PointRoles.of(clip.skeleton().joints().stream().map(Joint::name).toList()).joints();
    double[] way = new double[3];
    int step = Math.max(1, clip.frames() / 40);
    for (int f = 0; f < clip.frames(); f += step) {
      for (int axis = 0; axis < 3; axis++) {
        way[axis] += mean(clip, joints, HIGH, f, axis) - mean(clip, joints, LOW, f, axis);
      }
    }
    double most = Math.max(Math.abs(way[0]), Math.max(Math.abs(way[1]), Math.abs(way[2])));
    return most > 0 && way[1] == most
        ? Optional.of(Up.Y)
        : most > 0 && way[2] == most ? Optional.of(Up.Z) : Optional.empty();
  }

  /** NaN where none of the parts is told. */
  private static double mean(
      Clip clip, Map<Role, Integer> joints, List<Role> parts, int frame, int axis) {
    return parts.stream()
        .filter(joints::containsKey)
        .mapToDouble(r -> clip.translation(joints.get(r)).at(frame, axis))
        .average()
        .orElse(Double.NaN);
  }

  private static double rate(Cells cells, Heads heads, Reading reading, List<String> remarks) {
    if (reading.rateHz().isPresent()) {
      return reading.rateHz().getAsDouble();
    }
    if (heads.time() >= 0 && cells.rows().size() > 1) {
      double[] times = cells.column(heads.time());
      double span = (times[times.length - 1] - times[0]) * heads.seconds();
      double mean = span / (times.length - 1);
      if (mean > 0 && Limits.isRate(1 / mean)) {
        return Rates.of(mean, 5);
      }
    }
    for (String comment : cells.comments()) {
      Matcher m = RATE.matcher(comment);
      if (m.find()) {
        double hz = Double.parseDouble(m.group(1).replace(',', '.'));
        if (Limits.isRate(hz)) {
          return hz;
        }
      }
    }
    remarks.add("neither times nor a rate in it: 120 frames a second are taken");
    return USUAL_HZ;
  }

  private static Clip points(Cells cells, Heads heads, double rate) {
    int frames = cells.rows().size();
    List<Joint> joints = new ArrayList<>();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    double[] still = new double[4 * frames];
    for (int f = 0; f < frames; f++) {
      still[4 * f + 3] = 1;
    }
    Track unturned = Track.of(TrackType.ROTATION, still);
    for (Map.Entry<String, int[]> e : heads.points().entrySet()) {
      double[] p = new double[3 * frames];
      for (int f = 0; f < frames; f++) {
        for (int i = 0; i < 3; i++) {
          p[3 * f + i] = cells.rows().get(f)[e.getValue()[i]];
        }
      }
      Vector3d first = new Vector3d(p[0], p[1], p[2]);
      joints.add(new Joint(e.getKey(), -1, first, true, Optional.empty()));
      rotations.add(unturned);
      translations.add(Track.of(TrackType.TRANSLATION, p));
    }
    return new Clip(new Skeleton(joints), rate, rotations, translations);
  }
}
