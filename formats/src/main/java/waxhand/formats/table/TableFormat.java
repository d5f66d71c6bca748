package waxhand.formats.table;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;

/** CSV and TSV: a row a frame. What we write carries its skeleton in a comment before the heads. */
public final class TableFormat implements TakeFormat {
  static final String ID = "table";

  @Override
  public About about() {
    return new About(
        ID, "CSV", "A skeleton and its motion as a table; no skin.", List.of(".csv", ".tsv"));
  }

  @Override
  public boolean isLike(byte[] bytes) {
    return TakeFormat.head(bytes).startsWith("# " + TableReader.TOLD);
  }

  @Override
  public RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return TableReader.read(name, bytes, reading, work);
  }

  @Override
  public Optional<Writer> writer() {
    return Optional.of(
        new Writer() {
          @Override
          public byte[] write(Outgoing take, Work work) {
            return table(take, ',', work);
          }

          @Override
          public byte[] write(Outgoing take, String name, Work work) {
            boolean tabs = name.toLowerCase(Locale.ROOT).endsWith(".tsv");
            return table(take, tabs ? '\t' : ',', work);
          }
        });
  }

  private static byte[] table(Outgoing take, char separator, Work work) {
    Clip clip = take.motion().clip();
    Layout layout = Layout.of(take.motion(), take.unit(), take.up());
    StringBuilder out = new StringBuilder(1 << 16);
    out.append("# ").append(TableReader.TOLD).append(layout.toJson()).append('\n');
    out.append("frame").append(separator).append("time (s)");
    for (String head : layout.columns()) {
      out.append(separator).append(quoted(head, separator));
    }
    out.append('\n');
    double[] row = new double[layout.width()];
    for (int f = take.range().from(); f < take.range().to(); f++) {
      if (f % 256 == 0) {
        work.check();
        work.done((f - take.range().from()) / (double) take.range().count());
      }
      int n = f - take.range().from();
      out.append(n).append(separator).append(shortest(n / clip.rateHz()));
      layout.row(take.motion(), f, row);
      for (double value : row) {
        out.append(separator).append(value == 0 ? "0" : Double.toString(value));
      }
      out.append('\n');
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static String shortest(double seconds) {
    return String.format(Locale.ROOT, "%.6f", seconds);
  }

  private static String quoted(String head, char separator) {
    boolean plain = head.indexOf(separator) < 0 && head.indexOf('"') < 0 && head.indexOf('\n') < 0;
    return plain && !head.startsWith("#") ? head : '"' + head.replace("\"", "\"\"") + '"';
  }
}
