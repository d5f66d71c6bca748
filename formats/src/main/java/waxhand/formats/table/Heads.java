package waxhand.formats.table;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import waxhand.formats.Unit;

/**
 * What the columns of somebody else's table are, told by their heads: "LeftKnee_X (mm)",
 * "Head.posY", "time (s)", "frame".
 *
 * @param points by name, the columns of x, y and z
 * @param turns how many columns are rotations
 * @param others how many columns are neither
 * @param time the column of times; -1 where there is none
 * @param seconds that one unit of it stands for
 * @param unit of lengths, where a head says it
 */
record Heads(
    Map<String, int[]> points,
    int turns,
    int others,
    int time,
    double seconds,
    Optional<Unit> unit) {
  private static final Pattern UNIT = Pattern.compile("\\s*[\\(\\[]\\s*([^\\)\\]]*)[\\)\\]]\\s*$");
  private static final Pattern PLACE =
      Pattern.compile(
          "^(.*?)(?:[\\s._:|/-]+[tp])?(?:[\\s._:|/-]*(?:position|translation|trans|pos))?"
              + "[\\s._:|/-]*([xyz])$",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern TURN =
      Pattern.compile(
          ".*?(rotation|rot|quat|angle|euler|(?:^|[\\s._:-])[rq])[\\s._:-]*[xyzw]$",
          Pattern.CASE_INSENSITIVE);

  static Heads of(List<String> heads) {
    Map<String, int[]> found = new LinkedHashMap<>();
    int turns = 0;
    int others = 0;
    int time = -1;
    double seconds = 1;
    Optional<Unit> unit = Optional.empty();
    for (int n = 0; n < heads.size(); n++) {
      String head = heads.get(n);
      String told = "";
      Matcher m = UNIT.matcher(head);
      if (m.find()) {
        told = m.group(1).strip().toLowerCase(Locale.ROOT);
        head = head.substring(0, m.start());
      }
      String small = head.strip().toLowerCase(Locale.ROOT);
      if (List.of("time", "t", "seconds", "timestamp", "sec").contains(small) && time < 0) {
        time = n;
        seconds = told.startsWith("ms") || told.startsWith("milli") ? 0.001 : 1;
        continue;
      }
      if (List.of("frame", "frames", "index", "", "nr", "no").contains(small)) {
        continue;
      }
      if (TURN.matcher(head).matches() || told.startsWith("deg") || told.startsWith("rad")) {
        turns++;
        continue;
      }
      Matcher place = PLACE.matcher(head.strip());
      if (place.matches()) {
        String name = place.group(1).isBlank() ? "point" : place.group(1).strip();
        int axis = place.group(2).toLowerCase(Locale.ROOT).charAt(0) - 'x';
        int[] columns = found.computeIfAbsent(name, k -> new int[] {-1, -1, -1});
        if (columns[axis] < 0) {
          columns[axis] = n;
          unit = unit.isPresent() || told.isEmpty() ? unit : Unit.ofKey(told);
          continue;
        }
      }
      others++;
    }
    List<String> partial = new ArrayList<>();
    for (Map.Entry<String, int[]> e : found.entrySet()) {
      for (int column : e.getValue()) {
        if (column < 0) {
          partial.add(e.getKey());
          break;
        }
      }
    }
    partial.forEach(found::remove);
    return new Heads(found, turns, others + partial.size(), time, seconds, unit);
  }
}
