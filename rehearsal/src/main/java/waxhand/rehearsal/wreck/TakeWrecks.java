package waxhand.rehearsal.wreck;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Broken takes, made from a whole one of text that begins with a skeleton and ends with numbers.
 */
public final class TakeWrecks {
  private static final Pattern NUMBER = Pattern.compile("(?<=[\\s])-?\\d+(\\.\\d+)?(?=\\s)");
  private static final Pattern NAME = Pattern.compile("(?<=(JOINT|ROOT) )\\S+");
  private static final Pattern COUNT = Pattern.compile("(?<=Frames: )\\S+");
  private static final Pattern TIME = Pattern.compile("(?<=Frame Time: )\\S+");
  private static final Pattern CHANNELS = Pattern.compile("(?<=CHANNELS )\\d+");
  private static final Pattern OFFSET = Pattern.compile("(?<=OFFSET )\\S+");
  private static final Pattern WORD = Pattern.compile("\\S+");

  private TakeWrecks() {}

  /** What is done with a text. */
  private interface Way {
    String spoil(String text, Random random);
  }

  private static final List<Way> WAYS =
      List.of(
          (t, r) -> t.substring(0, r.nextInt(t.length())),
          (t, r) -> t.substring(r.nextInt(t.length())),
          (t, r) -> replaced(t, NUMBER, Oddities.of(Oddities.NUMBERS, r), r),
          (t, r) -> replaced(t, NUMBER, Oddities.of(Oddities.NUMBERS, r), r),
          (t, r) -> replaced(t, COUNT, Oddities.of(Oddities.NUMBERS, r), r),
          (t, r) -> replaced(t, TIME, Oddities.of(Oddities.NUMBERS, r), r),
          (t, r) -> replaced(t, OFFSET, Oddities.of(Oddities.NUMBERS, r), r),
          (t, r) -> replaced(t, CHANNELS, Integer.toString(r.nextInt(9) - 1), r),
          (t, r) -> replaced(t, NAME, Oddities.of(Oddities.NAMES, r), r),
          (t, r) -> replaced(t, WORD, "", r),
          (t, r) -> replaced(t, WORD, Oddities.of(Oddities.NAMES, r), r),
          (t, r) -> replaced(t, WORD, "{", r),
          (t, r) -> replaced(t, WORD, "}", r),
          (t, r) -> lines(t, r),
          (t, r) -> t + pick(t, WORD, r),
          (t, r) -> deep(t, 1 + r.nextInt(3000)),
          (t, r) -> t.replace(' ', r.nextBoolean() ? '\t' : '\u00a0'),
          (t, r) -> t.replace("\n", r.nextBoolean() ? "\r" : ""),
          (t, r) -> t.replaceAll("Frames: \\d+", "Frames: " + (1L << r.nextInt(40))));

  /** The wreck of a seed. */
  public static Wreck of(byte[] whole, long seed) {
    Random random = new Random(seed);
    String text = new String(whole, StandardCharsets.UTF_8);
    int way = random.nextInt(WAYS.size() + 4);
    if (way < WAYS.size()) {
      String spoiled = WAYS.get(way).spoil(text, random);
      return new Wreck("way " + way, spoiled.getBytes(StandardCharsets.UTF_8));
    }
    return switch (way - WAYS.size()) {
      case 0 -> new Wreck("bits", flipped(whole, random));
      case 1 -> new Wreck("UTF-16", text.getBytes(StandardCharsets.UTF_16));
      case 2 -> new Wreck("noise", noise(whole.length, random));
      default -> new Wreck("zeros", holed(whole, random));
    };
  }

  /** With one of the matches of a pattern replaced. */
  private static String replaced(String text, Pattern pattern, String by, Random random) {
    List<int[]> places = new ArrayList<>();
    Matcher matcher = pattern.matcher(text);
    while (matcher.find()) {
      places.add(new int[] {matcher.start(), matcher.end()});
    }
    if (places.isEmpty()) {
      return text + by;
    }
    int[] place = places.get(random.nextInt(places.size()));
    return text.substring(0, place[0]) + by + text.substring(place[1]);
  }

  private static String pick(String text, Pattern pattern, Random random) {
    Matcher matcher = pattern.matcher(text);
    return matcher.find(random.nextInt(text.length())) ? " " + matcher.group() : "";
  }

  /** With a line gone, said twice, or two exchanged. */
  private static String lines(String text, Random random) {
    List<String> lines = new ArrayList<>(Arrays.asList(text.split("\n")));
    int a = random.nextInt(lines.size());
    int b = random.nextInt(lines.size());
    switch (random.nextInt(3)) {
      case 0 -> lines.remove(a);
      case 1 -> lines.add(b, lines.get(a));
      default -> Collections.swap(lines, a, b);
    }
    return String.join("\n", lines) + "\n";
  }

  /** With the first joint hung from a chain of so many others. */
  private static String deep(String text, int depth) {
    int at = text.indexOf("JOINT");
    String link = "JOINT link {\nOFFSET 0 0.001 0\nCHANNELS 0\n";
    return at < 0
        ? text
        : text.substring(0, at) + link.repeat(depth) + "}\n".repeat(depth) + text.substring(at);
  }

  static byte[] flipped(byte[] whole, Random random) {
    byte[] bytes = whole.clone();
    for (int n = 1 + random.nextInt(8); n > 0; n--) {
      bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
    }
    return bytes;
  }

  private static byte[] noise(int length, Random random) {
    byte[] bytes = new byte[Math.min(length, 4096)];
    random.nextBytes(bytes);
    return bytes;
  }

  /** With a stretch of zero bytes, as disks leave what was never written. */
  static byte[] holed(byte[] whole, Random random) {
    byte[] bytes = whole.clone();
    int from = random.nextInt(bytes.length);
    Arrays.fill(bytes, from, Math.min(bytes.length, from + 512), (byte) 0);
    return bytes;
  }
}
