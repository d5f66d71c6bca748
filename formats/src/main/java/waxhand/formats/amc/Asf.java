package waxhand.formats.amc;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.text.Words;

/**
 * A skeleton in text. Grammar, by lines, in any letter case, "#" begins a comment:
 *
 * <pre>
 * file      = section*
 * section   = ":version" any | ":name" any | ":documentation" any* | ":skin" any*
 *           | ":units" ("mass" n | "length" n | "angle" ("deg" | "rad"))*
 *           | ":root" ("order" channel* | "axis" order | "position" n n n | "orientation" n n n)*
 *           | ":bonedata" ("begin" bone "end")*
 *           | ":hierarchy" "begin" (parent child*)* "end"
 * bone      = ("id" any | "name" word | "direction" n n n | "length" n | "axis" n n n order
 *           | "dof" channel* | "limits" any* | other any*)*
 * </pre>
 *
 * Bones that cannot turn and carry others become parts of these.
 */
final class Asf {
  /** More bones are no skeleton. */
  private static final int MOST = 10_000;

  private static final double LONGEST = 1e7;

  private final String file;
  private final List<String> lines;
  private final Map<String, AsfBone> bones = new HashMap<>();
  private final List<String> order = new ArrayList<>();
  private final Map<String, String> parents = new HashMap<>();
  private final List<String> remarks = new ArrayList<>();
  private double length = 1;
  private boolean degrees = true;
  private AsfBone root;
  private int line;

  /** Bones that are joints, parents first, the root at their head. */
  private final List<AsfBone> joints = new ArrayList<>();

  private final Map<String, Integer> numbers = new HashMap<>();
  private final Skeleton skeleton;

  private Asf(String file, List<String> lines) throws FormatException {
    this.file = file;
    this.lines = lines;
    parse();
    skeleton = skeleton();
  }

  /**
   * @throws FormatException with the line, if it is no skeleton
   */
  static Asf parse(String file, String text) throws FormatException {
    return new Asf(file, text.lines().toList());
  }

  // ---- text ----------------------------------------------------------------------------------

  private FormatException wrong(String reason) {
    return new FormatException(file, line, 1, reason);
  }

  private void parse() throws FormatException {
    String section = "";
    root = new AsfBone("root", new Vector3d(), new Quaterniond(), List.of());
    double[] orientation = new double[3];
    String axes = "xyz";
    List<String> channels = List.of("tx", "ty", "tz", "rx", "ry", "rz");
    Vector3d position = new Vector3d();
    for (line = 1; line <= lines.size(); line++) {
      String[] words = words(lines.get(line - 1));
      if (words.length == 0) {
        continue;
      }
      String key = words[0].toLowerCase(Locale.ROOT);
      if (key.startsWith(":")) {
        section = key;
        continue;
      }
      switch (section) {
        case ":units" -> {
          if (key.equals("length")) {
            length = number(words, 1);
          } else if (key.equals("angle")) {
            degrees = !words[words.length - 1].toLowerCase(Locale.ROOT).startsWith("rad");
          }
        }
        case ":root" -> {
          switch (key) {
            case "order" -> channels = channels(words);
            case "axis" -> axes = order(words[words.length - 1]);
            case "position" -> position.set(number(words, 1), number(words, 2), number(words, 3));
            case "orientation" -> {
              for (int i = 0; i < 3; i++) {
                orientation[i] = number(words, i + 1);
              }
            }
            default -> {}
          }
        }
        case ":bonedata" -> {
          if (key.equals("begin")) {
            bone();
          }
        }
        case ":hierarchy" -> hang(words);
        default -> {}
      }
    }
    line = lines.size();
    if (bones.isEmpty()) {
      throw wrong("there are no bones in it: this is no ASF");
    }
    root = new AsfBone("root", position, turned(orientation, axes), channels);
  }

  private static String[] words(String text) {
    int comment = text.indexOf('#');
    String bare = (comment < 0 ? text : text.substring(0, comment)).strip();
    return bare.isEmpty() ? new String[0] : bare.split("\\s+");
  }

  private double number(String[] words, int at) throws FormatException {
    if (at >= words.length) {
      throw wrong("expected a number behind '" + Legible.of(words[0], 40) + "'");
    }
    byte[] bytes = words[at].getBytes(java.nio.charset.StandardCharsets.UTF_8);
    double value;
    try {
      value = new Words(file, bytes, 0).nextNumber("a number");
    } catch (FormatException e) {
      throw wrong("expected a number, found '" + Legible.of(words[at], 40) + "'");
    }
    if (!(Math.abs(value) < LONGEST)) {
      throw wrong(Legible.of(words[at], 40) + " is no length or angle that a body has");
    }
    return value;
  }

  private List<String> channels(String[] words) throws FormatException {
    List<String> channels = new ArrayList<>();
    for (int n = 1; n < words.length; n++) {
      String channel = words[n].toLowerCase(Locale.ROOT);
      if (channel.equals("l")) {
        throw wrong("a bone that changes its length is not read");
      }
      if (!AsfBone.DOF.contains(channel) || channels.contains(channel)) {
        throw wrong("'" + Legible.of(words[n], 40) + "' is no channel, or stands here twice");
      }
      channels.add(channel);
    }
    return channels;
  }

  private String order(String word) throws FormatException {
    String order = word.toLowerCase(Locale.ROOT);
    char[] sorted = order.toCharArray();
    java.util.Arrays.sort(sorted);
    if (!new String(sorted).equals("xyz")) {
      throw wrong("'" + Legible.of(word, 40) + "' is no order of axes");
    }
    return order;
  }

  /** Angles of the file about axes in an order, the first turning first. */
  private Quaterniond turned(double[] angles, String order) {
    Quaterniond q = new Quaterniond();
    for (int n = 0; n < 3; n++) {
      int axis = order.charAt(n) - 'x';
      double angle = degrees ? Math.toRadians(angles[n]) : angles[n];
      q.premul(
          new Quaterniond()
              .rotateAxis(angle, axis == 0 ? 1 : 0, axis == 1 ? 1 : 0, axis == 2 ? 1 : 0));
    }
    return q.normalize();
  }

  private void bone() throws FormatException {
    String name = null;
    Vector3d direction = new Vector3d();
    double its = 0;
    Quaterniond axis = new Quaterniond();
    List<String> dof = List.of();
    int began = line;
    for (line++; line <= lines.size(); line++) {
      String[] words = words(lines.get(line - 1));
      if (words.length == 0) {
        continue;
      }
      switch (words[0].toLowerCase(Locale.ROOT)) {
        case "name" -> name = words.length > 1 ? words[1] : null;
        case "direction" -> direction.set(number(words, 1), number(words, 2), number(words, 3));
        case "length" -> its = number(words, 1);
        case "axis" -> {
          double[] angles = {number(words, 1), number(words, 2), number(words, 3)};
          axis = turned(angles, words.length > 4 ? order(words[4]) : "xyz");
        }
        case "dof" -> dof = channels(words);
        case "end" -> {
          if (name == null) {
            line = began;
            throw wrong("this bone has no name");
          }
          if (bones.containsKey(name) || name.equals("root")) {
            line = began;
            throw wrong("a second bone is called '" + Legible.of(name, 40) + "'");
          }
          if (bones.size() >= MOST) {
            throw wrong("more than " + MOST + " bones");
          }
          double long1 = direction.length();
          Vector3d along = long1 > 1e-9 ? direction.mul(its / long1) : new Vector3d();
          bones.put(name, new AsfBone(name, along, axis, dof));
          order.add(name);
          return;
        }
        default -> {}
      }
    }
    line = began;
    throw wrong("this bone has no end");
  }

  private void hang(String[] words) throws FormatException {
    if (words[0].equalsIgnoreCase("begin") || words[0].equalsIgnoreCase("end")) {
      return;
    }
    String parent = words[0];
    if (!parent.equals("root") && !bones.containsKey(parent)) {
      throw wrong("there is no bone '" + Legible.of(parent, 40) + "'");
    }
    for (int n = 1; n < words.length; n++) {
      if (!bones.containsKey(words[n])) {
        throw wrong("there is no bone '" + Legible.of(words[n], 40) + "'");
      }
      if (parents.put(words[n], parent) != null) {
        throw wrong("the bone '" + Legible.of(words[n], 40) + "' hangs from two others");
      }
    }
  }

  // ---- skeleton ------------------------------------------------------------------------------

  private Skeleton skeleton() throws FormatException {
    Map<String, List<String>> children = new HashMap<>();
    for (String bone : order) {
      String parent = parents.get(bone);
      if (parent == null) {
        throw new FormatException(
            file, "the bone '" + Legible.of(bone, 40) + "' hangs from nothing");
      }
      children.computeIfAbsent(parent, p -> new ArrayList<>()).add(bone);
    }
    List<Joint> made = new ArrayList<>();
    joints.add(root);
    numbers.put("root", 0);
    made.add(new Joint("root", -1, root.along(), true, Optional.empty()));
    // where what hangs from a bone begins: a joint, and a place from there
    record End(int joint, Vector3d at) {}
    Map<String, End> ends = new HashMap<>();
    ends.put("root", new End(0, new Vector3d()));
    for (String name : parentsFirst(children)) {
      AsfBone bone = bones.get(name);
      End from = ends.get(parents.get(name));
      boolean leaf = !children.containsKey(name);
      if (bone.dof().isEmpty() && !leaf) {
        ends.put(name, new End(from.joint(), new Vector3d(from.at()).add(bone.along())));
        continue;
      }
      boolean tip = leaf && bone.along().length() > 1e-9;
      numbers.put(name, made.size());
      ends.put(name, new End(made.size(), bone.along()));
      joints.add(bone);
      made.add(
          new Joint(
              name,
              from.joint(),
              from.at(),
              bone.moves(),
              tip ? Optional.<Vector3dc>of(bone.along()) : Optional.empty()));
    }
    return new Skeleton(made);
  }

  /** The bones in the order of the file where that has parents first, else limb by limb. */
  private List<String> parentsFirst(Map<String, List<String>> children) throws FormatException {
    List<String> walked = new ArrayList<>();
    List<String> open = new ArrayList<>(List.of("root"));
    while (!open.isEmpty()) {
      String next = open.remove(open.size() - 1);
      if (!next.equals("root")) {
        walked.add(next);
      }
      List<String> carried = children.getOrDefault(next, List.of());
      for (int n = carried.size() - 1; n >= 0; n--) {
        open.add(carried.get(n));
      }
    }
    if (walked.size() < bones.size()) {
      throw new FormatException(file, "some of its bones hang on each other in a circle");
    }
    Set<String> before = new HashSet<>(Set.of("root"));
    for (String name : order) {
      if (!before.contains(parents.get(name))) {
        return walked;
      }
      before.add(name);
    }
    return order;
  }

  String file() {
    return file;
  }

  /** In the file's unit and axes; not turned at rest. */
  Skeleton joints() {
    return skeleton;
  }

  /** The bone that is a joint of that number. */
  AsfBone bone(int joint) {
    return joints.get(joint);
  }

  /** The number of the joint that a bone is; -1 where it is none, or there is no such bone. */
  int joint(String name) {
    return numbers.getOrDefault(name, -1);
  }

  /** Whether there is such a bone, a joint or not. */
  boolean has(String name) {
    return name.equals("root") || bones.containsKey(name);
  }

  boolean inDegrees() {
    return degrees;
  }

  /** What the file says a unit of length is; 1 where it says nothing. */
  double length() {
    return length;
  }

  List<String> remarks() {
    return remarks;
  }
}
