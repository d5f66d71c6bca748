package waxhand.formats.bvh;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.Wish;

/** BVH: a hierarchy with channels, then a line of numbers a frame. */
public final class BvhFormat implements TakeFormat {
  @Override
  public About about() {
    return new About("bvh", "BVH", "A skeleton and its motion; no skin.", List.of(".bvh"));
  }

  @Override
  public boolean isLike(byte[] bytes) {
    return TakeFormat.head(bytes).contains("HIERARCHY");
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
          public Set<Wish> grants() {
            return Set.of(Wish.REST);
          }
        });
  }
}
