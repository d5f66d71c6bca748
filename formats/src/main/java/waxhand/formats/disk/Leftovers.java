package waxhand.formats.disk;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Names of temporary files that tell which run of the program writes them, so that what a killed
 * run left can be cleared without touching what a living one is at.
 */
final class Leftovers {
  private static final SecureRandom RANDOM = new SecureRandom();
  private static final Pattern NAME =
      Pattern.compile("\\..{0,40}\\.wh-([0-9a-z]+)-(\\d{1,18})-([0-9a-z]+)-[0-9a-z]+\\.part");
  private static final String MACHINE = machine();
  private static final ProcessHandle RUN = ProcessHandle.current();

  /** On a shared folder nobody can ask whether another machine's run still lives. */
  private static final Duration ELSEWHERE = Duration.ofDays(1);

  /** Folders are gone through once a run: those of a batch hold thousands of files. */
  private static final Set<Path> CLEARED = ConcurrentHashMap.newKeySet();

  private Leftovers() {}

  /** A name that no file has, beside a file of that name. */
  static String name(String file) {
    String some = file.substring(0, Math.min(file.length(), 20));
    return "."
        + some
        + ".wh-"
        + MACHINE
        + "-"
        + RUN.pid()
        + "-"
        + started(RUN)
        + "-"
        + Long.toString(RANDOM.nextLong() >>> 1, 36)
        + ".part";
  }

  /** Deletes what runs that have ended left in a folder, the first time this run writes there. */
  static void clear(Path folder) {
    if (!CLEARED.add(folder)) {
      return;
    }
    try (DirectoryStream<Path> parts = Files.newDirectoryStream(folder, ".*.part")) {
      for (Path part : parts) {
        if (isLeft(part)) {
          Files.deleteIfExists(part);
        }
      }
    } catch (IOException | RuntimeException e) {
      // what cannot be cleared is in nobody's way
    }
  }

  private static boolean isLeft(Path part) throws IOException {
    Matcher name = NAME.matcher(part.getFileName().toString());
    if (!name.matches() || !Files.isRegularFile(part, LinkOption.NOFOLLOW_LINKS)) {
      return false;
    }
    if (!name.group(1).equals(MACHINE)) {
      Instant last = Files.getLastModifiedTime(part).toInstant();
      return last.isBefore(Instant.now().minus(ELSEWHERE));
    }
    return ProcessHandle.of(Long.parseLong(name.group(2)))
        .filter(run -> started(run).equals(name.group(3)))
        .isEmpty();
  }

  /** Tells a process from a later one that was given the same number. */
  private static String started(ProcessHandle run) {
    return run.info().startInstant().map(i -> Long.toString(i.toEpochMilli(), 36)).orElse("0");
  }

  /** A word for this machine that tells nobody its name. */
  private static String machine() {
    String name = System.getenv().getOrDefault("HOSTNAME", System.getenv("COMPUTERNAME"));
    try {
      name = name == null ? Files.readString(Path.of("/etc/hostname")).strip() : name;
    } catch (IOException | RuntimeException e) {
      name = "";
    }
    return Integer.toString(name.hashCode() & 0xFFFF, 36);
  }
}
