package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.TrackType;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.disk.Room;
import waxhand.formats.guess.Understanding;
import waxhand.formats.text.Words;

/** Reads BVH. */
public final class BvhReader {
  /** Under this key a reading says whose positions the file adds to their offsets. */
  private static final String BESIDE = "besideOffset";

  private final String file;
  private final byte[] bytes;

  private BvhReader(String file, byte[] bytes) {
    this.file = file;
    this.bytes = bytes;
  }

  /**
   * Reads a whole file.
   *
   * @param bytes kept by the take; must not be modified afterwards
   * @param reading what overrules the guesses
   * @throws FormatException with line and column; nothing is half loaded
   */
  public static RawTake read(String file, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    return new BvhReader(file, bytes).read(reading, work);
  }

  private RawTake read(Reading reading, Work work) throws FormatException {
    BvhHeader header = BvhHeader.read(file, bytes, reading);
    if (tooShort(header)) {
      return read(header, Optional.of(recount(header)), reading, work);
    }
    Optional<RawTake> take = readAsSaid(header, reading, work);
    return take.isPresent()
        ? take.get()
        : read(header, Optional.of(recount(header)), reading, work);
  }

  /** Whether a file cannot hold the frames it says, so that no room for them is sought. */
  private boolean tooShort(BvhHeader header) {
    long needed = 2L * header.channels() * header.frames() - 1;
    return header.frames() == 0 || needed > bytes.length - header.numbers();
  }

  private Rows recount(BvhHeader header) throws FormatException {
    Rows rows = Rows.count(file, bytes, header);
    if (rows.whole() == 0) {
      throw new Words(file, bytes, header.numbers())
          .fault(
              header.frames() == 0 && rows.left() == 0
                  ? "the take has no frames"
                  : "the file ends in frame 0: expected "
                      + header.channels()
                      + " numbers, found "
                      + rows.left());
    }
    return rows;
  }

  private Optional<RawTake> readAsSaid(BvhHeader header, Reading reading, Work work)
      throws FormatException {
    return Optional.ofNullable(read(header, Optional.empty(), reading, work));
  }

  /** Null where there are other rows than were asked for. */
  private RawTake read(BvhHeader said, Optional<Rows> rows, Reading reading, Work work)
      throws FormatException {
    BvhHeader header = rows.map(r -> said.withFrames(r.whole())).orElse(said);
    Understanding take = Understanding.of(file, sample(header), reading);
    rows.flatMap(r -> r.words(said)).ifPresent(take::remark);
    take.rate(header.frameTimeS(), header.frameTimeDecimals(), header.frameTimeText());
    Room.need(file, sampleBytes(header), "its " + header.frames() + " frames");
    BvhTracks tracks = new BvhTracks(header, take.skeleton(), take.unit(), take.up());
    boolean fits = BvhNumbers.parse(file, bytes, header, take.unit(), tracks, work);
    if (!fits && rows.isEmpty()) {
      return null;
    }
    List<String> placed = new ArrayList<>();
    BitSet beside = tracks.placeOffsets(placed);
    placed.forEach(take::assume);
    take.keep("format", "bvh");
    if (!beside.isEmpty()) {
      take.keep(BESIDE, beside.toString());
    }
    return take.taken(bytes, tracks.clip(take.rateHz()));
  }

  private Clip sample(BvhHeader header) {
    BvhSample sample = BvhSample.of(file, bytes, header);
    BvhHeader few = header.withFrames(sample.rows());
    Skeleton asWritten = new Skeleton(header.joints());
    BvhTracks tracks = new BvhTracks(few, asWritten, Unit.M, Up.Y);
    tracks.convert(0, sample.rows(), sample.numbers());
    tracks.placeOffsets(new ArrayList<>());
    return tracks.clip(1);
  }

  /** What the samples of a take will hold, bytes. */
  private static long sampleBytes(BvhHeader header) {
    return 8L
        * (TrackType.ROTATION.width() + TrackType.TRANSLATION.width())
        * header.joints().size()
        * header.frames();
  }

  /** The joints whose positions the file of a take adds to their offsets. */
  static BitSet besideOffset(RawTake raw) {
    BitSet joints = new BitSet();
    for (String number : raw.reading().getOrDefault(BESIDE, "").split("[{, }]+")) {
      if (!number.isEmpty()) {
        joints.set(Integer.parseInt(number));
      }
    }
    return joints;
  }
}
