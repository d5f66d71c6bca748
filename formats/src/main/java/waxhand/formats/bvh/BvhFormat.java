package waxhand.formats.bvh;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;

/** BVH: a hierarchy with channels, then a line of numbers a frame. */
public final class BvhFormat implements TakeFormat {
  @Override
  public String id() {
    return "bvh";
  }

  @Override
  public String words() {
    return "BVH";
  }

  @Override
  public String limits() {
    return "A skeleton and its motion; no skin.";
  }

  @Override
  public List<String> endings() {
    return List.of(".bvh");
  }

  @Override
  public boolean isLike(byte[] bytes) {
    int count = Math.min(bytes.length, HEAD);
    return new String(bytes, 0, count, StandardCharsets.ISO_8859_1).contains("HIERARCHY");
  }

  @Override
  public RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return BvhReader.read(name, bytes, reading, work);
  }

  @Override
  public Optional<Writer> writer() {
    return Optional.of(
        new Writer() {
          @Override
          public byte[] write(Outgoing take, Work work) throws FormatException {
            return BvhWriter.write(take, work);
          }

          @Override
          public boolean hasRest() {
            return true;
          }
        });
  }
}
