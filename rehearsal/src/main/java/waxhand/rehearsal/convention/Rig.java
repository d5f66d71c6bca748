package waxhand.rehearsal.convention;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;

/** A skeleton being rebuilt together with clips of it, so that all of them go on moving alike. */
final class Rig {
  /** A joint, and what it does in each of the clips. */
  static final class Node {
    String name;
    Role role;
    Node parent;
    Vector3d offset;
    Vector3d tip;

    /** By clip: 4 numbers a frame. */
    final double[][] turns;

    /** By clip: 3 numbers a frame; null where it stays at its offset. */
    final double[][] places;

    private Node(String name, Node parent, Vector3d offset, double[][] turns, double[][] places) {
      this.name = name;
      this.parent = parent;
      this.offset = offset;
      this.turns = turns;
      this.places = places;
    }
  }

  /** Parents before their children. */
  final List<Node> nodes = new ArrayList<>();

  private final double rateHz;
  private final int frames;
  private final int clips;

  /**
   * @param clips of one skeleton, whose joints are not turned at rest
   */
  Rig(List<Clip> clips) {
    Clip first = clips.get(0);
    this.rateHz = first.rateHz();
    this.frames = first.frames();
    this.clips = clips.size();
    Skeleton skeleton = first.skeleton();
    for (int j = 0; j < skeleton.size(); j++) {
      int joint = j;
      Joint is = skeleton.joint(j);
      double[][] turns = new double[clips.size()][];
      double[][] places = new double[clips.size()][];
      Arrays.setAll(turns, c -> read(clips.get(c).rotation(joint)));
      Arrays.setAll(
          places,
          c -> clips.get(c).hasTranslation(joint) ? read(clips.get(c).translation(joint)) : null);
      Node parent = is.parent() < 0 ? null : nodes.get(is.parent());
      Node node = new Node(is.name(), parent, new Vector3d(is.offset()), turns, places);
      node.tip = is.tip().map(Vector3d::new).orElse(null);
      nodes.add(node);
    }
  }

  private double[] read(Track track) {
    double[] values = new double[track.width() * frames];
    track.read(Frames.first(frames), values);
    return values;
  }

  Optional<Node> of(Role role) {
    return nodes.stream().filter(n -> n.role == role).findFirst();
  }

  List<Node> children(Node node) {
    return nodes.stream().filter(n -> n.parent == node).toList();
  }

  /** A joint that never turns, put before another in the list. */
  private Node still(String name, Node parent, Vector3d offset, int index) {
    double[][] turns = new double[clips][4 * frames];
    for (double[] turn : turns) {
      for (int f = 0; f < frames; f++) {
        turn[4 * f + 3] = 1;
      }
    }
    Node node = new Node(name, parent, offset, turns, new double[clips][]);
    nodes.add(index, node);
    return node;
  }

  /** A joint that never turns on another, at its end of the list; on none where it is null. */
  Node hung(String name, Node parent, Vector3d offset) {
    return still(name, parent, offset, nodes.size());
  }

  /** A root above all roots, at the origin. */
  Node rooted(String name) {
    Node root = still(name, null, new Vector3d(), 0);
    nodes.stream().filter(n -> n != root && n.parent == null).forEach(n -> n.parent = root);
    return root;
  }

  /**
   * A joint between one and its parent that never turns.
   *
   * @param share of the way from the parent at which it is, 0 to 1
   */
  Node between(String name, Node node, double share) {
    Vector3d whole = node.offset;
    Node made = still(name, node.parent, new Vector3d(whole).mul(share), nodes.indexOf(node));
    node.parent = made;
    node.offset = new Vector3d(whole).mul(1 - share);
    return made;
  }

  /** A joint half way to a child that takes over half of what its parent turns about the bone. */
  void twisting(String name, Node node, Node child) {
    Node twist = between(name, child, 0.5);
    Vector3d axis = new Vector3d(twist.offset).normalize();
    for (int c = 0; c < clips; c++) {
      double[] own = node.turns[c];
      for (int f = 0; f < frames; f++) {
        double along = own[4 * f] * axis.x + own[4 * f + 1] * axis.y + own[4 * f + 2] * axis.z;
        double half = 0.5 * Math.atan2(along, own[4 * f + 3]);
        half = Math.IEEEremainder(half, Math.PI / 2);
        double s = Math.sin(half);
        double[] turn = {s * axis.x, s * axis.y, s * axis.z, Math.cos(half)};
        double[] back = {-turn[0], -turn[1], -turn[2], turn[3]};
        Quats.multiply(own, 4 * f, back, 0, own, 4 * f);
        System.arraycopy(turn, 0, twist.turns[c], 4 * f, 4);
      }
    }
  }

  /** Takes a joint out: its children turn as both did; the body is a little stiffer than before. */
  void merged(Node node) {
    for (Node child : children(node)) {
      child.parent = node.parent;
      child.offset.add(node.offset);
      for (int c = 0; c < clips; c++) {
        for (int f = 0; f < frames; f++) {
          Quats.multiply(node.turns[c], 4 * f, child.turns[c], 4 * f, child.turns[c], 4 * f);
        }
      }
    }
    nodes.remove(node);
  }

  /** Cuts a joint off with all that hangs on it; its parent ends where it began. */
  void cut(Node node) {
    node.parent.tip = new Vector3d(node.offset);
    remove(node);
  }

  private void remove(Node node) {
    children(node).forEach(this::remove);
    nodes.remove(node);
  }

  /**
   * Turns the frames of joints at rest; the movement stays. Where nothing turns, the skeleton lies
   * as the new frames have it.
   *
   * @param frame of a joint at rest, as a turn of the body's own frame
   */
  void reframed(Function<Node, Quaterniond> frame) {
    List<Quaterniond> own = nodes.stream().map(frame).toList();
    for (int k = 0; k < nodes.size(); k++) {
      Node node = nodes.get(k);
      Quaterniond mine = own.get(k);
      Quaterniond back =
          node.parent == null
              ? new Quaterniond()
              : own.get(nodes.indexOf(node.parent)).invert(new Quaterniond());
      back.transform(node.offset);
      if (node.tip != null) {
        mine.transformInverse(node.tip);
      }
      double[] a = {back.x, back.y, back.z, back.w};
      double[] b = {mine.x, mine.y, mine.z, mine.w};
      for (double[] turns : node.turns) {
        for (int f = 0; f < frames; f++) {
          Quats.multiply(a, 0, turns, 4 * f, turns, 4 * f);
          Quats.multiply(turns, 4 * f, b, 0, turns, 4 * f);
        }
      }
      moved(node, back);
    }
  }

  private void moved(Node node, Quaterniond back) {
    Vector3d place = new Vector3d();
    for (double[] places : node.places) {
      for (int f = 0; places != null && f < frames; f++) {
        place.set(places[3 * f], places[3 * f + 1], places[3 * f + 2]);
        back.transform(place);
        places[3 * f] = place.x;
        places[3 * f + 1] = place.y;
        places[3 * f + 2] = place.z;
      }
    }
  }

  void each(Consumer<Node> change) {
    nodes.forEach(change);
  }

  /** The clips of the skeleton as it is now. */
  List<Clip> clips() {
    List<Joint> joints = new ArrayList<>();
    for (Node node : nodes) {
      joints.add(
          new Joint(
              node.name,
              nodes.indexOf(node.parent),
              node.offset,
              node.places[0] != null,
              Optional.<Vector3dc>ofNullable(node.tip)));
    }
    Skeleton skeleton = new Skeleton(joints);
    List<Clip> made = new ArrayList<>();
    for (int c = 0; c < clips; c++) {
      List<Track> turns = new ArrayList<>();
      List<Track> places = new ArrayList<>();
      for (Node node : nodes) {
        turns.add(Track.of(TrackType.ROTATION, node.turns[c]));
        places.add(node.places[c] == null ? null : Track.of(TrackType.TRANSLATION, node.places[c]));
      }
      made.add(new Clip(skeleton, rateHz, turns, places));
    }
    return made;
  }
}
