package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Joint;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.text.Words;

/**
 * The part of a BVH file before its numbers, in the file's own unit and axes.
 *
 * @param joints offsets and tips as written
 * @param order for each joint the numbers a frame has of it, in the order of the file
 * @param channels how many numbers a frame has
 * @param frames how many frames the file says it has
 * @param frameTimeS seconds a frame
 * @param frameTimeDecimals digits after the point of the frame time
 * @param frameTimeText the frame time as written
 * @param hierarchyEnd offset at which the hierarchy's text ends
 * @param numbers offset at which the numbers begin
 */
record BvhHeader(
    List<Joint> joints,
    List<List<Channel>> order,
    int channels,
    int frames,
    double frameTimeS,
    int frameTimeDecimals,
    String frameTimeText,
    int hierarchyEnd,
    int numbers) {

  private static final int MOST_JOINTS = 20_000;

  /**
   * @param reading what the artist has set holds, whatever the file says
   * @throws FormatException with line and column
   */
  static BvhHeader read(String file, byte[] bytes, Reading reading) throws FormatException {
    if (bytes.length == 0) {
      throw new FormatException(file, "the file is empty");
    }
    for (int i = 0; i < Math.min(bytes.length, 4096); i++) {
      if (bytes[i] == 0) {
        throw new FormatException(
            file,
            "this is not BVH text: it has a zero byte at offset " + i + " (binary or UTF-16)");
      }
    }
    boolean mark =
        bytes.length > 2
            && bytes[0] == (byte) 0xEF
            && bytes[1] == (byte) 0xBB
            && bytes[2] == (byte) 0xBF;
    return new Parser(new Words(file, bytes, mark ? 3 : 0), reading).parse();
  }

  /** The same with as many frames as there are rows. */
  BvhHeader withFrames(int rows) {
    return new BvhHeader(
        joints,
        order,
        channels,
        rows,
        frameTimeS,
        frameTimeDecimals,
        frameTimeText,
        hierarchyEnd,
        numbers);
  }

  private static final class Parser {
    private final Words words;
    private final List<Joint> joints = new ArrayList<>();
    private final List<List<Channel>> order = new ArrayList<>();
    private final Reading reading;
    private final double farthest;
    private int channels;

    Parser(Words words, Reading reading) {
      this.words = words;
      this.reading = reading;
      this.farthest = Limits.FARTHEST_M / reading.unit().orElse(Unit.MM).metres();
    }

    BvhHeader parse() throws FormatException {
      words.demand("HIERARCHY");
      if (!words.next() || !words.is("ROOT")) {
        throw words.expected("'ROOT'");
      }
      while (words.is("ROOT")) {
        root();
        if (!words.next()) {
          throw words.expected("'MOTION'");
        }
      }
      if (!words.is("MOTION")) {
        throw words.expected("'ROOT' or 'MOTION'");
      }
      int hierarchyEnd = words.start();
      label("Frames");
      double frames = words.nextNumber("the number of frames");
      if (frames != Math.rint(frames) || frames < 0 || frames > Integer.MAX_VALUE) {
        throw words.expected("a whole number of frames");
      }
      words.demand("Frame");
      label("Time");
      double time = words.nextNumber("the frame time in seconds");
      boolean known = time > 0 && reading.rateHz().isPresent();
      if (!known && !Limits.isRate(1 / time)) {
        throw words.expected("a frame time from 0.0005 to 1 s (2000 to 1 frames a second)");
      }
      String text = words.word();
      if (channels == 0) {
        throw words.fault("no joint has channels, so there is no motion to read");
      }
      return new BvhHeader(
          List.copyOf(joints),
          List.copyOf(order),
          channels,
          (int) frames,
          time,
          decimals(text),
          text,
          hierarchyEnd,
          words.end());
    }

    /** "Frames:" or "Frames :". */
    private void label(String name) throws FormatException {
      if (!words.next()) {
        throw words.expected("'" + name + ":'");
      }
      if (words.is(name)) {
        words.demand(":");
      } else if (!words.is(name + ":")) {
        throw words.expected("'" + name + ":'");
      }
    }

    private static int decimals(String number) {
      String plain = number.toLowerCase(Locale.ROOT);
      int exponent = plain.indexOf('e');
      String digits = exponent < 0 ? plain : plain.substring(0, exponent);
      // a rate there can be has an exponent of few digits; zeros may stand before them
      int shift = exponent < 0 ? 0 : (int) Double.parseDouble(plain.substring(exponent + 1));
      int point = digits.indexOf('.');
      return Math.max(0, (point < 0 ? 0 : digits.length() - point - 1) - shift);
    }

    /** Reads a whole tree, without recursion so that no depth can overflow the stack. */
    private void root() throws FormatException {
      List<Integer> open = new ArrayList<>();
      open.add(joint(-1));
      while (!open.isEmpty()) {
        if (!words.next()) {
          throw words.expected("'JOINT', 'End Site' or '}'");
        }
        int parent = open.get(open.size() - 1);
        if (words.is("JOINT")) {
          open.add(joint(parent));
        } else if (words.is("End")) {
          tip(parent);
        } else if (words.is("}")) {
          open.remove(open.size() - 1);
        } else {
          throw words.expected("'JOINT', 'End Site' or '}'");
        }
      }
    }

    private int joint(int parent) throws FormatException {
      String name = words.restOfLine();
      if (name.isEmpty()) {
        words.next();
        throw words.expected("the joint's name");
      }
      words.demand("{");
      Vector3d offset = offset();
      List<Channel> own = channels();
      if (joints.size() >= MOST_JOINTS) {
        throw words.fault("more than " + MOST_JOINTS + " joints");
      }
      boolean moves = own.stream().anyMatch(c -> !c.isRotation());
      joints.add(new Joint(name, parent, offset, moves, Optional.empty()));
      order.add(own);
      return joints.size() - 1;
    }

    private Vector3d offset() throws FormatException {
      words.demand("OFFSET");
      return new Vector3d(
          coordinate("the offset's x"), coordinate("the offset's y"), coordinate("the offset's z"));
    }

    private double coordinate(String what) throws FormatException {
      double value = words.nextNumber(what);
      if (Math.abs(value) > farthest) {
        throw words.expected(what + " within 10 km");
      }
      return value;
    }

    private List<Channel> channels() throws FormatException {
      words.demand("CHANNELS");
      double count = words.nextNumber("the number of channels");
      if (count != Math.rint(count) || count < 0 || count > 6) {
        throw words.expected("a number of channels from 0 to 6");
      }
      List<Channel> own = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        own.add(channel());
        if (own.indexOf(own.get(i)) < i) {
          throw words.fault("channel " + words.word() + " is named twice");
        }
      }
      channels += own.size();
      return List.copyOf(own);
    }

    private Channel channel() throws FormatException {
      if (words.next()) {
        for (Channel channel : Channel.values()) {
          if (words.is(channel.name().replace("_", ""))) {
            return channel;
          }
        }
      }
      throw words.expected("a channel such as 'Xposition' or 'Zrotation'");
    }

    private void tip(int parent) throws FormatException {
      words.demand("Site");
      words.demand("{");
      Vector3dc tip = offset();
      words.demand("}");
      Joint joint = joints.get(parent);
      if (joint.tip().isEmpty()) {
        joints.set(parent, joint.withTip(tip));
      }
    }
  }
}
