package waxhand.formats.amc;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.maths.EulerAngles;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.RestAligned;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.text.Decimals;

/**
 * Writes AMC: on the skeleton the take came with, as long as that has the numbers for what moves;
 * else on one made for it.
 */
final class AmcWriter {
  /** An angle for which there is no number may be off by so much, radians. */
  private static final double NONE_RAD = 1e-6;

  private static final double NONE_M = 1e-7;

  private final Outgoing take;
  private final Clip clip;
  private final Unit unit;
  private final Up up;

  /** The skeleton the take came with; empty where one is made. */
  private final Optional<Asf> own;

  private final String text;
  private final AsfBone[] bones;

  private AmcWriter(Outgoing take, Optional<RawTake> raw) throws FormatException {
    this.take = take;
    Optional<Asf> asf = Optional.empty();
    String kept = "";
    if (raw.isPresent()) {
      Asf its = AmcFormat.skeleton(raw.get().fileName(), raw.get().bytes());
      Reading read = Reading.keptIn(raw.get().reading());
      boolean same =
          take.unit().equals(read.unit().orElse(take.unit()))
              && take.up() == read.up().orElse(take.up());
      if (same && suffices(take.motion().clip(), its, take.up())) {
        asf = Optional.of(its);
        kept = AmcFormat.skeletonText(raw.get().bytes());
      }
    }
    own = asf;
    text = kept;
    unit = take.unit();
    up = take.up();
    clip = own.isPresent() ? take.motion().clip() : RestAligned.of(take.motion().clip());
    bones = new AsfBone[clip.skeleton().size()];
    for (int j = 0; j < bones.length; j++) {
      bones[j] = own.isPresent() ? own.get().bone(j) : made(j);
    }
  }

  static AmcWriter of(Outgoing take) throws FormatException {
    return new AmcWriter(take, take.source(AmcFormat.ID));
  }

  /** Whether a skeleton has numbers for all that moves. */
  private static boolean suffices(Clip clip, Asf asf, Up up) {
    Skeleton skeleton = clip.skeleton();
    if (asf.joints().size() != skeleton.size()) {
      return false;
    }
    double[] q = new double[4];
    double[] abc = new double[3];
    double[] near = new double[3];
    for (int j = 0; j < skeleton.size(); j++) {
      AsfBone bone = asf.bone(j);
      boolean moves = bone.place(0) >= 0 && bone.place(1) >= 0 && bone.place(2) >= 0;
      if (clip.hasTranslation(j) && !moves && !staysAt(clip, j)) {
        return false;
      }
      int[] order = bone.order();
      boolean all = bone.place(3) >= 0 && bone.place(4) >= 0 && bone.place(5) >= 0;
      EulerAngles angles = bone.angles();
      for (int f = 0; !all && f < clip.frames(); f++) {
        clip.rotation(j).read(f, q, 0);
        turned(q, bone, up);
        angles.fromQuaternion(q, 0, near, abc);
        for (int n = 0; n < 3; n++) {
          if (bone.place(3 + order[n]) < 0 && Math.abs(abc[n]) > NONE_RAD) {
            return false;
          }
          near[n] = abc[n];
        }
      }
    }
    return true;
  }

  private static boolean staysAt(Clip clip, int joint) {
    double[] p = new double[3];
    for (int f = 0; f < clip.frames(); f++) {
      clip.translation(joint).read(f, p, 0);
      for (int i = 0; i < 3; i++) {
        if (Math.abs(p[i] - clip.skeleton().offset(joint, i)) > NONE_M) {
          return false;
        }
      }
    }
    return true;
  }

  /** A turn as seen from the axes of a bone, in the file's own. Modified: q. */
  private static void turned(double[] q, AsfBone bone, Up up) {
    up.toFile(q, 0);
    Quaterniond c = bone.axis();
    double[] to = {-c.x, -c.y, -c.z, c.w};
    double[] back = {c.x, c.y, c.z, c.w};
    Quats.multiply(to, 0, q, 0, q, 0);
    Quats.multiply(q, 0, back, 0, q, 0);
  }

  private AsfBone made(int joint) {
    Skeleton skeleton = clip.skeleton();
    String name = skeleton.parent(joint) < 0 && joint == 0 ? "root" : word(joint);
    boolean moves = joint == 0 || clip.hasTranslation(joint);
    List<String> dof = joint == 0 || moves ? AsfBone.DOF : List.of("rx", "ry", "rz");
    return new AsfBone(name, new Vector3d(), new Quaterniond(), dof);
  }

  /** A joint's name as one word that no other joint has. */
  private String word(int joint) {
    Skeleton skeleton = clip.skeleton();
    String word = bare(skeleton.joint(joint).name());
    int before = 0;
    for (int j = 0; j < joint; j++) {
      before += bare(skeleton.joint(j).name()).equals(word) ? 1 : 0;
    }
    return before == 0 && !word.equals("root") ? word : word + "-" + (joint + 1);
  }

  private static String bare(String name) {
    String word = name.replaceAll("[\\s#]+", "_");
    boolean number = word.chars().allMatch(c -> c >= '0' && c <= '9');
    return word.isEmpty() || number || word.startsWith(":")
        ? "bone" + word.replace(":", "_")
        : word;
  }

  /** The skeleton's text. */
  String skeleton(String name) throws FormatException {
    if (own.isPresent()) {
      return text;
    }
    Skeleton skeleton = clip.skeleton();
    for (int j = 1; j < skeleton.size(); j++) {
      if (skeleton.parent(j) < 0) {
        throw new FormatException(
            take.name(), "it has several roots: an ASF has one, so it cannot be handed on as AMC");
      }
    }
    StringBuilder out = new StringBuilder();
    out.append(":version 1.10\n:name ").append(bare(name));
    out.append("\n:units\n  mass 1.0\n  length 1.0\n  angle deg\n");
    out.append(":root\n  order TX TY TZ RX RY RZ\n  axis XYZ\n");
    out.append("  position 0 0 0\n  orientation 0 0 0\n:bonedata\n");
    StringBuilder tree = new StringBuilder(":hierarchy\n  begin\n");
    int id = 1;
    List<String> top = new ArrayList<>();
    for (int j = 0; j < bones.length; j++) {
      List<Integer> children = skeleton.children(j);
      List<String> hung = j == 0 ? top : new ArrayList<>();
      Vector3d along = new Vector3d();
      boolean single = j > 0 && children.size() == 1;
      if (single) {
        along = offset(children.get(0));
        hung.add(bones[children.get(0)].name());
      } else if (j > 0 && children.isEmpty()) {
        along = skeleton.joint(j).tip().map(this::inFile).orElse(along);
      }
      if (j > 0) {
        bone(out, id++, bones[j].name(), along, bones[j].dof());
      }
      for (int child : single ? List.<Integer>of() : children) {
        Vector3d to = offset(child);
        if (to.length() > 1e-9) {
          String link = bones[child].name() + "_from";
          bone(out, id++, link, to, List.of());
          hung.add(link);
          tree.append("    ").append(link).append(' ').append(bones[child].name()).append('\n');
        } else {
          hung.add(bones[child].name());
        }
      }
      if (!hung.isEmpty()) {
        tree.append("    ").append(bones[j].name());
        hung.forEach(h -> tree.append(' ').append(h));
        tree.append('\n');
      }
    }
    return out.append(tree).append("  end\n").toString();
  }

  private Vector3d offset(int joint) {
    return inFile(clip.skeleton().joint(joint).offset());
  }

  private Vector3d inFile(org.joml.Vector3dc metres) {
    double[] v = {metres.x(), metres.y(), metres.z()};
    up.toFile(v, 0);
    return new Vector3d(v[0], v[1], v[2]).div(unit.metres());
  }

  private static void bone(
      StringBuilder out, int id, String name, Vector3d along, List<String> dof) {
    double length = along.length();
    Vector3d direction = length > 1e-12 ? new Vector3d(along).div(length) : new Vector3d(0, 1, 0);
    out.append("  begin\n     id ").append(id).append("\n     name ").append(name);
    out.append(
        String.format(
            Locale.ROOT,
            "%n     direction %.12f %.12f %.12f%n     length %.9f%n     axis 0 0 0 XYZ%n",
            direction.x,
            direction.y,
            direction.z,
            length));
    if (!dof.isEmpty()) {
      out.append("     dof ").append(String.join(" ", dof)).append('\n');
      out.append("     limits");
      for (int n = 0; n < dof.size(); n++) {
        out.append(n == 0 ? " (-360 360)\n" : "            (-360 360)\n");
      }
    }
    out.append("  end\n");
  }

  byte[] motion(Work work) throws FormatException {
    boolean degrees = own.map(Asf::inDegrees).orElse(true);
    skeleton("take");
    Decimals out = new Decimals(1 << 16);
    out.text("# rate " + clip.rateHz() + "\n:FULLY-SPECIFIED\n")
        .text(degrees ? ":DEGREES\n" : ":RADIANS\n");
    Frames range = take.range();
    double[][] near = new double[bones.length][3];
    byte[][] names = new byte[bones.length][];
    EulerAngles[] angles = new EulerAngles[bones.length];
    for (int j = 0; j < bones.length; j++) {
      names[j] = bones[j].name().getBytes(StandardCharsets.UTF_8);
      angles[j] = bones[j].angles();
    }
    double[] q = new double[4];
    double[] p = new double[3];
    double[] abc = new double[3];
    double[] byAxis = new double[3];
    for (int f = range.from(); f < range.to(); f++) {
      if (f % 1024 == 0) {
        work.check();
        work.done((f - range.from()) / (double) range.count());
      }
      out.text((f - range.from() + 1) + "\n");
      for (int j = 0; j < bones.length; j++) {
        AsfBone bone = bones[j];
        if (bone.dof().isEmpty()) {
          continue;
        }
        clip.rotation(j).read(f, q, 0);
        turned(q, bone, up);
        angles[j].fromQuaternion(q, 0, near[j], abc);
        System.arraycopy(abc, 0, near[j], 0, 3);
        int[] order = bone.order();
        for (int n = 0; n < 3; n++) {
          byAxis[order[n]] = degrees ? Math.toDegrees(abc[n]) : abc[n];
        }
        if (bone.moves()) {
          place(j, f, p);
        }
        out.copy(names[j], 0, names[j].length);
        for (String dof : bone.dof()) {
          int axis = dof.charAt(1) - 'x';
          double value = dof.startsWith("r") ? byAxis[axis] : p[axis];
          if (degrees || dof.startsWith("t")) {
            out.text(" ").number(value);
          } else {
            out.text(String.format(Locale.ROOT, " %.9f", value));
          }
        }
        out.text("\n");
      }
    }
    return out.toBytes();
  }

  /** Where a joint is beyond where it rests, in the file's unit. Modified: p. */
  private void place(int joint, int frame, double[] p) {
    Arrays.fill(p, 0);
    if (!clip.hasTranslation(joint)) {
      return;
    }
    clip.translation(joint).read(frame, p, 0);
    boolean atOrigin = joint == 0 && own.isEmpty();
    for (int i = 0; i < 3 && !atOrigin; i++) {
      p[i] -= clip.skeleton().offset(joint, i);
    }
    up.toFile(p, 0);
    for (int i = 0; i < 3; i++) {
      p[i] /= unit.metres();
    }
  }
}
