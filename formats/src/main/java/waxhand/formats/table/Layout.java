package waxhand.formats.table;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Channels;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/**
 * A table of ours: which skeleton its columns are of, so that it comes back whole. Columns stand
 * joint by joint: where it is in its parent, where that changes, and how it is turned there.
 *
 * @param skeleton in the file's unit and axes
 * @param places whether a joint has columns for its place
 * @param channels names of the numbers that come beside the joints, after them
 */
record Layout(
    Skeleton skeleton, double rateHz, Unit unit, Up up, boolean[] places, List<String> channels) {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String BESIDE = "beside";
  private static final List<String> PLACE = List.of("tx", "ty", "tz");
  private static final List<String> TURN = List.of("qx", "qy", "qz", "qw");

  /** More joints are no body. */
  private static final int MOST = 10_000;

  static Layout of(Motion motion, Unit unit, Up up) {
    Clip clip = motion.clip();
    boolean[] places = new boolean[clip.skeleton().size()];
    for (int j = 0; j < places.length; j++) {
      places[j] = clip.hasTranslation(j);
    }
    List<String> channels = Channels.of(motion).names();
    return new Layout(clip.skeleton(), clip.rateHz(), unit, up, places, channels);
  }

  /** How many numbers a frame has. */
  int width() {
    int width = 0;
    for (boolean place : places) {
      width += place ? 7 : 4;
    }
    return width + channels.size();
  }

  /** The heads of the columns. */
  List<String> columns() {
    List<String> columns = new ArrayList<>();
    for (int j = 0; j < places.length; j++) {
      String name = skeleton.joint(j).name();
      if (places[j]) {
        PLACE.forEach(c -> columns.add(name + " " + c));
      }
      TURN.forEach(c -> columns.add(name + " " + c));
    }
    columns.addAll(channels);
    return columns;
  }

  /** The numbers of a frame of a motion in the file's unit and axes. Modified: row. */
  void row(Motion motion, int frame, double[] row) {
    Clip clip = motion.clip();
    int at = 0;
    for (int j = 0; j < places.length; j++) {
      if (places[j]) {
        clip.translation(j).read(frame, row, at);
        up.toFile(row, at);
        for (int i = 0; i < 3; i++) {
          row[at++] /= unit.metres();
        }
      }
      clip.rotation(j).read(frame, row, at);
      up.toFile(row, at);
      at += 4;
    }
    for (String channel : channels) {
      row[at++] = Channels.of(motion).at(channel, frame);
    }
  }

  /** What all rows hold beside the joints. */
  Channels channels(List<double[]> rows) {
    Channels all = Channels.NONE;
    for (int k = 0; k < channels.size(); k++) {
      double[] values = new double[rows.size()];
      for (int f = 0; f < values.length; f++) {
        values[f] = rows.get(f)[width() - channels.size() + k];
      }
      all = all.with(channels.get(k), values);
    }
    return all;
  }

  /** The clip of all rows, as the file has it. */
  Clip clip(List<double[]> rows) {
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    int at = 0;
    for (int j = 0; j < places.length; j++) {
      translations.add(places[j] ? track(TrackType.TRANSLATION, rows, at) : null);
      at += places[j] ? 3 : 0;
      rotations.add(track(TrackType.ROTATION, rows, at));
      at += 4;
    }
    return new Clip(skeleton, rateHz, rotations, translations);
  }

  private static Track track(TrackType type, List<double[]> rows, int at) {
    int width = type.width();
    double[] values = new double[width * rows.size()];
    for (int f = 0; f < rows.size(); f++) {
      System.arraycopy(rows.get(f), at, values, width * f, width);
    }
    return Track.of(type, values);
  }

  // ---- its own text --------------------------------------------------------------------------

  ObjectNode toJson() {
    ObjectNode root = JSON.createObjectNode();
    root.put("waxhand", "table").put("version", 1).put("rateHz", rateHz);
    root.put("unit", unit.key()).put("up", up.name());
    for (int j = 0; j < places.length; j++) {
      root.withArray("joints").add(joint(j));
    }
    channels.forEach(c -> root.withArray(BESIDE).add(c));
    return root;
  }

  private ObjectNode joint(int j) {
    Joint joint = skeleton.joint(j);
    ObjectNode node = JSON.createObjectNode().put("name", joint.name());
    node.put("parent", joint.parent());
    vector(node.putArray("offset"), joint.offset());
    Quaterniondc q = joint.rest();
    if (q.x() != 0 || q.y() != 0 || q.z() != 0) {
      double[] v = {q.x(), q.y(), q.z()};
      up.toFile(v, 0);
      node.putArray("rest").add(v[0]).add(v[1]).add(v[2]).add(q.w());
    }
    joint.tip().ifPresent(t -> vector(node.putArray("tip"), t));
    if (joint.moves()) {
      node.put("moves", true);
    }
    if (places[j]) {
      node.put("place", true);
    }
    return node;
  }

  private void vector(ArrayNode array, Vector3dc v) {
    double[] p = {v.x(), v.y(), v.z()};
    up.toFile(p, 0);
    for (double value : p) {
      array.add(value / unit.metres());
    }
  }

  static Layout parse(String file, int line, String json) throws FormatException {
    try {
      return of(file, line, JSON.readTree(json));
    } catch (JsonProcessingException e) {
      throw new FormatException(file, line, 1, "what tells the skeleton is no JSON");
    }
  }

  /**
   * @throws FormatException if it is no layout
   */
  static Layout of(String file, int line, JsonNode root) throws FormatException {
    if (!root.path("waxhand").asText().equals("table")) {
      throw new FormatException(file, line, 1, "this tells no table of ours");
    }
    if (root.path("version").asInt(0) != 1) {
      throw new FormatException(file, line, 1, "this table is of a version that is not known here");
    }
    Optional<Unit> unit = Unit.ofKey(root.path("unit").asText());
    Optional<Up> up = Up.ofKey(root.path("up").asText());
    double rate = number(file, line, root.path("rateHz"));
    JsonNode list = root.path("joints");
    if (unit.isEmpty() || up.isEmpty() || !list.isArray() || list.isEmpty() || list.size() > MOST) {
      throw new FormatException(file, line, 1, "unit, axis or joints of this table are missing");
    }
    List<Joint> joints = new ArrayList<>();
    boolean[] places = new boolean[list.size()];
    for (int j = 0; j < list.size(); j++) {
      JsonNode node = list.get(j);
      int parent = node.path("parent").asInt(-2);
      if (parent < -1 || parent >= j) {
        throw new FormatException(
            file,
            line,
            1,
            "joint " + j + " has parent " + Legible.of(node.path("parent").asText()));
      }
      Vector3d offset = vector(file, line, node.path("offset"));
      Quaterniond rest = new Quaterniond();
      if (node.path("rest").isArray() && node.path("rest").size() == 4) {
        rest.set(
            number(file, line, node.path("rest").get(0)),
            number(file, line, node.path("rest").get(1)),
            number(file, line, node.path("rest").get(2)),
            number(file, line, node.path("rest").get(3)));
        if (!(rest.lengthSquared() > 1e-12)) {
          throw new FormatException(file, line, 1, "joint " + j + " has no rotation at rest");
        }
        rest.normalize();
      }
      Optional<Vector3dc> tip =
          node.has("tip") ? Optional.of(vector(file, line, node.path("tip"))) : Optional.empty();
      places[j] = node.path("place").asBoolean() || parent < 0;
      boolean moves = node.path("moves").asBoolean();
      joints.add(new Joint(node.path("name").asText(), parent, offset, rest, moves, tip));
    }
    List<String> channels = new ArrayList<>();
    root.path(BESIDE).forEach(c -> channels.add(c.asText()));
    if (channels.size() > MOST || new HashSet<>(channels).size() < channels.size()) {
      throw new FormatException(file, line, 1, "two channels beside the joints have one name");
    }
    return new Layout(new Skeleton(joints), rate, unit.get(), up.get(), places, channels);
  }

  private static Vector3d vector(String file, int line, JsonNode list) throws FormatException {
    if (!list.isArray() || list.size() != 3) {
      throw new FormatException(file, line, 1, "a place has " + list.size() + " numbers");
    }
    return new Vector3d(
        number(file, line, list.get(0)),
        number(file, line, list.get(1)),
        number(file, line, list.get(2)));
  }

  private static double number(String file, int line, JsonNode value) throws FormatException {
    double number = value.asDouble(Double.NaN);
    if (!value.isNumber() || !(Math.abs(number) < 1e9)) {
      throw new FormatException(
          file, line, 1, "expected a number, found " + Legible.of(value.toString(), 40));
    }
    return number;
  }
}
