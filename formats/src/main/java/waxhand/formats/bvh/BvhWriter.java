package waxhand.formats.bvh;

import java.io.UncheckedIOException;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Rates;
import waxhand.formats.RestAligned;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.Wish;
import waxhand.formats.text.Decimals;

/**
 * Writes BVH. Where the raw take is a BVH of the same unit and axes, every number that no pass
 * touched leaves with the digits it came with, and the hierarchy leaves as its own text.
 */
public final class BvhWriter {
  private static final String FORMAT = "bvh";

  private final Clip clip;
  private final Unit unit;
  private final Up up;
  private final BvhJoint[] layout;
  private final Optional<RawRows> source;

  /** Joints as the hierarchy has them, each before all that hangs on it; rows go by it. */
  private final int[] order;

  /** Joints whose positions are written beside their offset, as their file has them. */
  private final BitSet beside;

  /**
   * Inner joints of whose positions a reader could think the other way, because the first lies
   * nearer to the wrong one of zero and offset: they are written in full, without an offset.
   */
  private final BitSet bare = new BitSet();

  private final Additions additions;

  private BvhWriter(
      Clip clip,
      Unit unit,
      Up up,
      BvhJoint[] layout,
      Optional<RawRows> source,
      Additions additions) {
    this.clip = clip;
    this.beside = source.map(s -> BvhReader.besideOffset(s.raw)).orElseGet(BitSet::new);
    this.unit = unit;
    this.up = up;
    this.layout = layout;
    this.source = source;
    this.order = order(clip.skeleton());
    this.additions = additions;
  }

  /** Fewer frames are written sooner than they are shared out. */
  private static final int WORTH_SHARING = 2000;

  /** The second of two pieces has to find its beginning in the raw file. */
  private static final double FIRST_SHARE = 0.53;

  /** A clip without a file behind it. */
  public static byte[] write(Clip clip, Unit unit, Up up) {
    try {
      BvhJoint[] layout = BvhJoint.usual(clip.skeleton());
      Additions none = Additions.to(layout, clip, Optional.empty(), up);
      return new BvhWriter(clip, unit, up, layout, Optional.empty(), none)
          .write(clip.allFrames(), Optional.empty(), Work.UNWATCHED);
    } catch (FormatException e) {
      throw new IllegalStateException("there is no file to read from", e);
    }
  }

  /**
   * A take, in the hierarchy of the file it goes by where that is a BVH, else in one of its own.
   *
   * @throws FormatException if it stands on another skeleton than that file
   */
  static byte[] write(Outgoing take, Work work) throws FormatException {
    Clip clip = take.motion().clip();
    if (take.source(FORMAT).isEmpty()) {
      return own(RestAligned.of(clip), take, work);
    }
    RawTake raw = take.source().get();
    return take.wants(Wish.REST)
        ? writeWithRest(clip, raw, take.range(), take.unit(), take.up(), work)
        : write(clip, raw, take.range(), take.unit(), take.up(), work);
  }

  /** In a hierarchy made for it. */
  private static byte[] own(Clip clip, Outgoing take, Work work) throws FormatException {
    BvhJoint[] layout = BvhJoint.usual(clip.skeleton());
    Additions more = Additions.to(layout, clip, Optional.empty(), take.up());
    BvhWriter writer = new BvhWriter(clip, take.unit(), take.up(), layout, Optional.empty(), more);
    // some readers add the offset of a root to its positions, others do not
    for (int j = 0; j < layout.length; j++) {
      boolean moves = layout[j].hasPosition() || more.places().get(j);
      writer.bare.set(j, clip.skeleton().parent(j) < 0 && moves);
    }
    return writer.write(take.range(), Optional.empty(), work);
  }

  /**
   * The frames of {@code range} of a clip that was made from {@code raw}.
   *
   * @throws FormatException if the raw file's bytes cannot be read again
   */
  public static byte[] write(Clip clip, RawTake raw, Frames range, Unit unit, Up up, Work work)
      throws FormatException {
    return of(clip, raw, unit, up).write(range, Optional.empty(), work);
  }

  /**
   * The same with the frames of rest that the raw take has before its motion.
   *
   * @throws FormatException if the raw file's bytes cannot be read again
   */
  public static byte[] writeWithRest(
      Clip clip, RawTake raw, Frames range, Unit unit, Up up, Work work) throws FormatException {
    if (raw.rest().isEmpty()) {
      return write(clip, raw, range, unit, up, work);
    }
    Clip rest = raw.rest().get();
    RawTake before =
        new RawTake(
            raw.fileName(),
            raw.bytes(),
            new Motion(rest, raw.motion().body().on(rest.skeleton())),
            raw.reading(),
            raw.assumptions());
    BvhWriter all = of(clip, raw, unit, up);
    // rows of one file have the same numbers
    byte[] rows = of(rest, before, unit, up).with(all.additions).frames(rest.allFrames(), work);
    return all.write(range, Optional.of(rows), work);
  }

  private static BvhWriter of(Clip clip, RawTake raw, Unit unit, Up up) throws FormatException {
    checkJoints(clip.skeleton(), raw);
    boolean own = "bvh".equals(raw.reading().get("format"));
    boolean same =
        own
            && unit.key().equals(raw.reading().get("unit"))
            && up.name().equals(raw.reading().get("up"))
            && raw.motion().clip().frames() == clip.frames();
    Optional<RawRows> source = same ? Optional.of(new RawRows(raw)) : Optional.empty();
    BvhJoint[] layout = own ? layout(raw) : BvhJoint.usual(clip.skeleton());
    Optional<Clip> its = source.map(s -> s.raw.motion().clip());
    return new BvhWriter(clip, unit, up, layout, source, Additions.to(layout, clip, its, up));
  }

  private BvhWriter with(Additions others) {
    return new BvhWriter(clip, unit, up, layout, source, additions.with(others));
  }

  private static BvhJoint[] layout(RawTake raw) throws FormatException {
    return BvhJoint.layout(RawRows.header(raw).order());
  }

  /**
   * A result leaves in the hierarchy of its raw file; one with other joints has no place in it.
   *
   * @throws FormatException if names or parents of the joints are not those of the file
   */
  private static void checkJoints(Skeleton skeleton, RawTake raw) throws FormatException {
    Skeleton own = raw.motion().clip().skeleton();
    if (skeleton.size() != own.size()) {
      throw new FormatException(
          raw.fileName(),
          "the result has "
              + skeleton.size()
              + " joints, the raw take "
              + own.size()
              + ": it stands on another skeleton and cannot be handed on as this take");
    }
    for (int j = 0; j < own.size(); j++) {
      Joint mine = skeleton.joint(j);
      Joint its = own.joint(j);
      if (!mine.name().equals(its.name()) || mine.parent() != its.parent()) {
        throw new FormatException(
            raw.fileName(),
            "joint "
                + j
                + " of the result is '"
                + Legible.of(mine.name())
                + "', of the raw take '"
                + Legible.of(its.name())
                + "': it stands on another skeleton and cannot be handed on as this take");
      }
    }
  }

  /**
   * @param rest rows to stand before the others
   */
  private byte[] write(Frames range, Optional<byte[]> rest, Work work) throws FormatException {
    Decimals out = new Decimals(1 << 16);
    IntStream.range(0, layout.length).filter(j -> misleads(j, range)).forEach(bare::set);
    boolean ownHierarchy =
        source.isPresent()
            && clip.skeleton().equals(source.get().raw.motion().clip().skeleton())
            && bare.isEmpty()
            && additions.isEmpty();
    if (ownHierarchy) {
      out.copy(source.get().raw.bytes(), 0, source.get().header.hierarchyEnd());
    } else {
      new BvhTree(clip.skeleton(), layout, additions, bare, unit, up).write(out);
    }
    int restRows = (int) rest.map(BvhWriter::lines).orElse(0L).longValue();
    out.text(
        "MOTION\nFrames: " + (range.count() + restRows) + "\nFrame Time: " + frameTime() + "\n");
    List<Frames> pieces = pieces(range);
    byte[][] texts = new byte[pieces.size()][];
    try {
      IntStream.range(0, texts.length)
          .parallel()
          .forEach(
              n -> {
                try {
                  texts[n] = frames(pieces.get(n), work);
                } catch (FormatException e) {
                  throw new UncheckedIOException(e);
                }
              });
    } catch (UncheckedIOException e) {
      throw (FormatException) e.getCause();
    }
    rest.ifPresent(rows -> out.copy(rows, 0, rows.length));
    for (byte[] text : texts) {
      out.copy(text, 0, text.length);
    }
    return out.toBytes();
  }

  /**
   * Runs of frames that can be written each by itself: only where the angles of a frame are chosen
   * by those of the raw file, not by those of the frame before.
   */
  private List<Frames> pieces(Frames range) {
    boolean free =
        source.isPresent() && additions.turns().isEmpty() && range.count() > WORTH_SHARING;
    for (BvhJoint joint : layout) {
      for (int n = 0; n < 3 && joint.hasRotation(); n++) {
        free &= joint.angleAt(n) >= 0;
      }
    }
    int middle = range.from() + (int) (range.count() * FIRST_SHARE);
    return free
        ? List.of(new Frames(range.from(), middle), new Frames(middle, range.to()))
        : List.of(range);
  }

  /** Rows of the raw file before frame 0. */
  private int restRows() {
    return source.map(s -> s.raw.restFrames()).orElse(0);
  }

  private static long lines(byte[] text) {
    return IntStream.range(0, text.length).filter(i -> text[i] == '\n').count();
  }

  private byte[] frames(Frames range, Work work) throws FormatException {
    Decimals out = new Decimals((int) Math.min(1 << 28, 40L * range.count() + (1 << 16)));
    RawRows from = source.isPresent() ? new RawRows(source.get().raw) : null;
    for (int f = -restRows(); f < range.from() && from != null; f++) {
      from.nextFrame();
    }
    double[][] near = new double[layout.length][3];
    for (int f = range.from(); f < range.to(); f++) {
      if (f % 1024 == 0) {
        work.check();
        work.done((f - range.from()) / (double) range.count());
      }
      frame(f, from, near, out);
    }
    return out.toBytes();
  }

  private String frameTime() {
    if (source.isPresent()) {
      BvhHeader header = source.get().header;
      // what the file says need not be what the artist says of it
      if (Rates.of(header.frameTimeS(), header.frameTimeDecimals()) == clip.rateHz()) {
        return header.frameTimeText();
      }
    }
    return String.format(Locale.ROOT, "%.9f", 1 / clip.rateHz());
  }

  private void frame(int f, RawRows from, double[][] near, Decimals out) throws FormatException {
    if (from != null) {
      from.nextFrame();
    }
    double[] q = new double[4];
    double[] p = new double[3];
    double[] angles = new double[3];
    double[] nearNow = new double[3];
    boolean firstNumber = true;
    for (int j : order) {
      BvhJoint joint = layout[j];
      Clip raw = from == null ? null : from.raw.motion().clip();
      boolean keepTurn = raw != null && raw.rotation(j).sameAt(f, clip.rotation(j));
      if ((joint.hasRotation() || additions.turns().get(j)) && !keepTurn) {
        clip.rotation(j).read(f, q, 0);
        up.toFile(q, 0);
        for (int n = 0; n < 3; n++) {
          boolean known = from != null && joint.angleAt(n) >= 0;
          nearNow[n] =
              known ? Math.toRadians(from.number(joint.first() + joint.angleAt(n))) : near[j][n];
        }
        joint.angles().fromQuaternion(q, 0, nearNow, angles);
        System.arraycopy(angles, 0, near[j], 0, 3);
      }
      if (joint.hasPosition() || additions.places().get(j)) {
        place(j, f, p);
      }
      for (int axis = 0; additions.places().get(j) && axis < 3; axis++) {
        out.text(firstNumber ? "" : " ").number(p[axis] / unit.metres());
        firstNumber = false;
      }
      int turn = 0;
      for (int i = 0; i < joint.channels().size(); i++) {
        Channel channel = joint.channels().get(i);
        boolean keep =
            from != null && (channel.isRotation() ? keepTurn : keepsPlace(j, f, channel.axis()));
        if (!firstNumber) {
          out.text(" ");
        }
        firstNumber = false;
        if (keep) {
          from.copy(joint.first() + i, out);
        } else {
          out.number(
              channel.isRotation()
                  ? Math.toDegrees(angles[turn])
                  : p[channel.axis()] / unit.metres());
        }
        turn += channel.isRotation() ? 1 : 0;
      }
      for (int n = 3 - joint.missing().size(); additions.turns().get(j) && n < 3; n++) {
        out.text(firstNumber ? "" : " ").number(keepTurn ? 0 : Math.toDegrees(angles[n]));
        firstNumber = false;
      }
    }
    out.text("\n");
  }

  private boolean keepsPlace(int joint, int frame, int fileAxis) {
    if (beside.get(joint) && bare.get(joint) || !clip.hasTranslation(joint)) {
      return false;
    }
    Track was = source.get().raw.motion().clip().translation(joint);
    int inside = up == Up.Y || fileAxis == 0 ? fileAxis : 3 - fileAxis;
    return Double.doubleToRawLongBits(was.at(frame, inside))
        == Double.doubleToRawLongBits(clip.translation(joint).at(frame, inside));
  }

  /** A joint's place as the file means it: some files leave the offset out. */
  private void place(int joint, int frame, double[] p) {
    Skeleton skeleton = clip.skeleton();
    if (clip.hasTranslation(joint)) {
      clip.translation(joint).read(frame, p, 0);
    } else {
      // it moves in other rows of the file
      for (int axis = 0; axis < 3; axis++) {
        p[axis] = skeleton.offset(joint, axis);
      }
    }
    if (beside.get(joint) && !bare.get(joint)) {
      for (int axis = 0; axis < 3; axis++) {
        p[axis] -= skeleton.offset(joint, axis);
      }
    }
    up.toFile(p, 0);
  }

  private boolean misleads(int j, Frames range) {
    if (!layout[j].hasPosition() && !additions.places().get(j)
        || clip.skeleton().parent(j) < 0
        || range.isEmpty()) {
      return false;
    }
    if (!clip.hasTranslation(j)) {
      // it stays at its offset, and is written so
      return false;
    }
    double[] p = new double[3];
    clip.translation(j).read(range.from(), p, 0);
    Vector3dc offset = clip.skeleton().joint(j).offset();
    Vector3d first = new Vector3d(p);
    if (beside.get(j)) {
      first.sub(offset);
    }
    return BvhTracks.liesBeside(first, offset) != beside.get(j);
  }

  private static int[] order(Skeleton skeleton) {
    int[] order = new int[skeleton.size()];
    int count = 0;
    for (int j = 0; j < order.length; j++) {
      count = skeleton.parent(j) < 0 ? order(skeleton, j, order, count) : count;
    }
    return order;
  }

  /** Modified: order, from place {@code count} on; returns the place after the last. */
  private static int order(Skeleton skeleton, int joint, int[] order, int count) {
    int next = count;
    order[next++] = joint;
    for (int child : skeleton.children(joint)) {
      next = order(skeleton, child, order, next);
    }
    return next;
  }
}
