package waxhand.formats.bvh;

import waxhand.core.project.RawTake;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.text.Decimals;
import waxhand.formats.text.Words;

/** The raw file, walked along frame by frame. */
final class RawRows {
  final RawTake raw;
  final BvhHeader header;
  private final Words words;
  private final int[] starts;
  private final int[] ends;

  RawRows(RawTake raw) throws FormatException {
    this.raw = raw;
    this.header = header(raw);
    this.words = new Words(raw.fileName(), raw.bytes(), header.numbers());
    this.starts = new int[header.channels()];
    this.ends = new int[header.channels()];
  }

  static BvhHeader header(RawTake raw) throws FormatException {
    return BvhHeader.read(raw.fileName(), raw.bytes(), Reading.keptIn(raw.reading()));
  }

  /** Goes to the first frame, then to the next. */
  void nextFrame() throws FormatException {
    for (int i = 0; i < starts.length; i++) {
      if (!words.next()) {
        throw words.expected("a number");
      }
      starts[i] = words.start();
      ends[i] = words.end();
    }
  }

  /** A number of the frame, in the units of the file. */
  double number(int i) throws FormatException {
    Words one = new Words(raw.fileName(), raw.bytes(), starts[i]);
    return one.nextNumber("a number");
  }

  /** Copies a number of the frame with the digits it has. */
  void copy(int i, Decimals out) {
    out.copy(raw.bytes(), starts[i], ends[i]);
  }
}
