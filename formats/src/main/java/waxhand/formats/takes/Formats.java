package waxhand.formats.takes;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import waxhand.core.project.RawTake;
import waxhand.formats.TakeFormat;
import waxhand.formats.amc.AmcFormat;
import waxhand.formats.bvh.BvhFormat;
import waxhand.formats.gltf.GltfFormat;
import waxhand.formats.table.ChannelsFormat;
import waxhand.formats.table.TableFormat;

/**
 * The list of all formats of takes. A new one is one line here; choosers, dropped files, verbs,
 * hand-on and projects ask this list.
 */
public final class Formats {
  public static final List<TakeFormat> ALL =
      List.of(
          new BvhFormat(),
          new GltfFormat(),
          new AmcFormat(),
          new TableFormat(),
          new ChannelsFormat());

  private Formats() {}

  /** The format a file name speaks of. */
  public static Optional<TakeFormat> named(String fileName) {
    return ALL.stream().filter(f -> f.isNamed(fileName)).findFirst();
  }

  /** The format of that id. */
  public static Optional<TakeFormat> ofId(String id) {
    return ALL.stream().filter(f -> f.id().equals(id)).findFirst();
  }

  /** The format a take came in; the first that can be written where that is not known. */
  public static TakeFormat of(RawTake raw) {
    return ofId(raw.reading().getOrDefault("format", "")).orElse(writable().get(0));
  }

  /** Those we write, the usual one first. */
  public static List<TakeFormat> writable() {
    return ALL.stream().filter(f -> f.writer().isPresent()).toList();
  }

  /** Endings of formats, such as ".bvh". */
  public static String endings(List<TakeFormat> formats) {
    return formats.stream().flatMap(f -> f.endings().stream()).collect(Collectors.joining(" or "));
  }

  /** Patterns by which a file chooser finds takes. */
  public static List<String> patterns() {
    List<String> patterns = new ArrayList<>();
    for (TakeFormat format : ALL) {
      for (String ending : format.endings()) {
        patterns.add("*" + ending);
        patterns.add("*" + ending.toUpperCase(java.util.Locale.ROOT));
      }
    }
    return patterns;
  }
}
