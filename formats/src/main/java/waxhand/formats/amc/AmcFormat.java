package waxhand.formats.amc;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;

/** AMC with its ASF: the ASF of the same name, or the only one, lies beside it. */
public final class AmcFormat implements TakeFormat {
  static final String ID = "amc";

  /** Lines of the skeleton, when it is kept with the motion. */
  private static final String KEPT = "#asf ";

  private static final String NAME = "#asf-name ";

  @Override
  public About about() {
    return new About(
        ID, "AMC", "A skeleton and its motion, in two files; no skin.", List.of(".amc"));
  }

  @Override
  public boolean isLike(byte[] bytes) {
    String head = TakeFormat.head(bytes).toUpperCase(Locale.ROOT);
    return head.contains(":FULLY-SPECIFIED") || head.contains(":DEGREES");
  }

  @Override
  public byte[] gathered(String name, byte[] bytes, Beside beside) throws FormatException {
    if (kept(bytes).isPresent()) {
      return bytes;
    }
    try {
      String asf = asf(name, beside.names());
      return keeping(bytes, asf, AmcReader.text(beside.read(asf)));
    } catch (FormatException e) {
      throw e;
    } catch (IOException e) {
      throw new FormatException(name, "its ASF cannot be read beside it");
    }
  }

  /**
   * The skeleton that belongs to a motion: of its name, of the beginning of it, or the only one.
   */
  private static String asf(String name, List<String> names) throws FormatException {
    List<String> all =
        names.stream().filter(n -> n.toLowerCase(Locale.ROOT).endsWith(".asf")).toList();
    String bare = bare(name);
    String best = null;
    for (String asf : all) {
      String its = bare(asf);
      boolean begins =
          bare.equals(its)
              || bare.startsWith(its) && !Character.isLetterOrDigit(bare.charAt(its.length()));
      if (begins && (best == null || its.length() > bare(best).length())) {
        best = asf;
      }
    }
    if (best == null && all.size() == 1) {
      best = all.get(0);
    }
    if (best == null) {
      throw new FormatException(
          name,
          all.isEmpty()
              ? "its skeleton is missing: no .asf lies beside it"
              : "which skeleton is its own? There are "
                  + all.stream().limit(5).collect(Collectors.joining(", ")));
    }
    return best;
  }

  private static String bare(String name) {
    int dot = name.lastIndexOf('.');
    return (dot > 0 ? name.substring(0, dot) : name).toLowerCase(Locale.ROOT);
  }

  /** A motion with its skeleton in comments behind it: any reader of AMC still reads it. */
  static byte[] keeping(byte[] amc, String name, String asf) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(amc, 0, amc.length);
    StringBuilder text = new StringBuilder("\n" + NAME + name + "\n");
    asf.lines().forEach(line -> text.append(KEPT).append(line).append('\n'));
    byte[] more = text.toString().getBytes(StandardCharsets.UTF_8);
    out.write(more, 0, more.length);
    return out.toByteArray();
  }

  private static Optional<String[]> kept(byte[] bytes) {
    String text = AmcReader.text(bytes);
    int at = text.indexOf("\n" + NAME);
    if (at < 0) {
      return Optional.empty();
    }
    List<String> lines = text.substring(at + 1).lines().toList();
    String asf =
        lines.stream()
            .skip(1)
            .filter(l -> l.startsWith(KEPT))
            .map(l -> l.substring(KEPT.length()))
            .collect(Collectors.joining("\n"));
    return Optional.of(new String[] {lines.get(0).substring(NAME.length()), asf});
  }

  /** The skeleton kept with a motion. */
  static Asf skeleton(String file, byte[] bytes) throws FormatException {
    String[] kept =
        kept(bytes)
            .orElseThrow(
                () -> new FormatException(file, "its skeleton is missing: no .asf lies beside it"));
    return Asf.parse(kept[0], kept[1]);
  }

  /** The text of the skeleton kept with a motion. */
  static String skeletonText(byte[] bytes) {
    return kept(bytes).map(k -> k[1] + "\n").orElse("");
  }

  @Override
  public RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return AmcReader.read(name, bytes, reading, work);
  }

  @Override
  public Optional<Writer> writer() {
    return Optional.of(
        new Writer() {
          @Override
          public byte[] write(Outgoing take, Work work) throws FormatException {
            return AmcWriter.of(take).motion(work);
          }

          @Override
          public byte[] again(byte[] written, Outgoing take, String name) throws FormatException {
            return keeping(written, bare(name) + ".asf", AmcWriter.of(take).skeleton(bare(name)));
          }

          @Override
          public Map<String, byte[]> beside(Outgoing take, String name) throws FormatException {
            int dot = name.lastIndexOf('.');
            String own = dot > 0 ? name.substring(0, dot) : name;
            byte[] asf = AmcWriter.of(take).skeleton(own).getBytes(StandardCharsets.UTF_8);
            return Map.of(own + ".asf", asf);
          }
        });
  }
}
