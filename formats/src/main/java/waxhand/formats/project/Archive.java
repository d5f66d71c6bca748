package waxhand.formats.project;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.disk.Room;
import waxhand.formats.disk.Trouble;
import waxhand.formats.disk.WholeFile;

/**
 * The entries of a ZIP file, by name. What it unpacks to is counted while it is read, so that a
 * small file cannot fill the memory.
 *
 * @param entries whole ones, in full
 * @param broken why what follows them could not be read; empty where all of it was
 */
record Archive(Map<String, byte[]> entries, Optional<String> broken) {
  /** A file may unpack to so many bytes whatever its size, and to so many times its size. */
  private static final long ANY = 64L << 20;

  private static final int TIMES = 50;
  private static final int MOST_ENTRIES = 20_000;

  /** Whether what was packed so tightly would be taken for a trap. */
  static boolean isTooTight(long unpacked, long packed) {
    return unpacked > ANY + TIMES * packed;
  }

  /**
   * @throws FormatException if two entries have one name, or it unpacks to more than it may
   */
  static Archive read(Path path, Work work) throws FormatException {
    String file = path.toString();
    long size = WholeFile.size(path);
    Map<String, byte[]> entries = new HashMap<>();
    long unpacked = 0;
    try (InputStream in = Files.newInputStream(path);
        ZipInputStream zip = new ZipInputStream(in)) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        work.check();
        long left = ANY + TIMES * size - unpacked;
        Room.need(file, Math.min(left, Math.max(0, entry.getSize())), "what it holds");
        byte[] bytes = zip.readNBytes((int) Math.min(left, WholeFile.MOST_BYTES));
        if (zip.read() >= 0) {
          throw new FormatException(
              file,
              "it unpacks to more than "
                  + WholeFile.words(Math.min(ANY + TIMES * size, WholeFile.MOST_BYTES))
                  + ", which no project of "
                  + WholeFile.words(size)
                  + " does");
        }
        unpacked += bytes.length;
        if (entries.put(entry.getName(), bytes) != null) {
          throw new FormatException(
              file, "it has two entries '" + Legible.of(entry.getName()) + "'; which one counts?");
        }
        if (entries.size() > MOST_ENTRIES) {
          throw new FormatException(file, "it has more than " + MOST_ENTRIES + " entries");
        }
      }
      return new Archive(entries, Optional.empty());
    } catch (FormatException e) {
      throw e;
    } catch (ZipException | EOFException | IllegalArgumentException e) {
      return new Archive(entries, Optional.of("it is damaged or cut short"));
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
  }
}
