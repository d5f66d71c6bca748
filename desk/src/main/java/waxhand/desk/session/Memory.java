package waxhand.desk.session;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Trouble;
import waxhand.formats.disk.WholeFile;

/**
 * What the program remembers between sessions: folders by kind of file, recent projects, theme,
 * kept views and keys. Kept in the folder of the system property {@code waxhand.home}, else
 * ~/.waxhand, which only its owner can read. Writing waits for the disk, so it is done on a thread
 * of its own; reading gives what was put last. For one thread.
 */
public final class Memory implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Memory.class);
  private static final int RECENT = 8;
  private static final long MOST_BYTES = 4L << 20;
  private static final String RESCUE = "rescue-";
  private static final String RESCUE_ENDING = ".waxhand";

  private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss-SSS");

  /** Tells this run of the program from others, and sorts by time. */
  private static final String STARTED = WHEN.format(LocalDateTime.now(ZoneOffset.UTC));

  private final Path folder;
  private final Properties values = new Properties();
  private final ExecutorService writer = Background.thread("memory");

  public Memory() {
    String home = System.getProperty("waxhand.home", System.getProperty("user.home") + "/.waxhand");
    folder = Path.of(home);
    Path file = folder.resolve("desk.properties");
    try {
      if (Files.isDirectory(folder)) {
        // made by an earlier version, which let everybody look in
        AtomicFile.privateFolder(folder);
      }
      if (Files.exists(file)) {
        values.load(new ByteArrayInputStream(WholeFile.read(file, MOST_BYTES)));
      }
    } catch (IOException | IllegalArgumentException e) {
      LOG.warn("what was remembered cannot be read: {}", Trouble.words(e));
    }
  }

  public Optional<String> get(String key) {
    return Optional.ofNullable(values.getProperty(key));
  }

  public void put(String key, String value) {
    values.setProperty(key, value);
    if (writer.isShutdown()) {
      return;
    }
    Properties now = (Properties) values.clone();
    writer.execute(
        () -> {
          try {
            AtomicFile.writePrivately(
                folder.resolve("desk.properties"), out -> now.store(out, null), written -> true);
          } catch (IOException e) {
            LOG.warn("cannot remember {}: {}", key, Trouble.words(e));
          }
        });
  }

  /** Waits until all that was put is on the disk; what is put later is forgotten. */
  @Override
  public void close() {
    writer.shutdown();
    try {
      if (!writer.awaitTermination(5, TimeUnit.SECONDS)) {
        LOG.warn("what was remembered last is not on the disk");
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /** The folder in which files of a kind were last found. */
  public Optional<Path> folder(String kind) {
    return get("folder." + kind).flatMap(Memory::path).filter(Files::isDirectory);
  }

  private static Optional<Path> path(String remembered) {
    try {
      return Optional.of(Path.of(remembered));
    } catch (InvalidPathException e) {
      return Optional.empty();
    }
  }

  public void rememberFolder(String kind, Path file) {
    Path parent = file.toAbsolutePath().getParent();
    if (parent != null) {
      put("folder." + kind, parent.toString());
    }
  }

  public List<Path> recent() {
    List<Path> recent = new ArrayList<>();
    for (int i = 0; i < RECENT; i++) {
      get("recent." + i).flatMap(Memory::path).filter(Files::isRegularFile).ifPresent(recent::add);
    }
    return recent;
  }

  public void rememberRecent(Path file) {
    List<Path> recent = recent();
    Path absolute = file.toAbsolutePath();
    recent.remove(absolute);
    recent.add(0, absolute);
    for (int i = 0; i < RECENT; i++) {
      if (i < recent.size()) {
        values.setProperty("recent." + i, recent.get(i).toString());
      } else {
        values.remove("recent." + i);
      }
    }
    put("recent.0", recent.get(0).toString());
  }

  /** Keys the artist chose, by command. */
  public Map<String, String> keys() {
    Map<String, String> keys = new HashMap<>();
    for (String name : values.stringPropertyNames()) {
      if (name.startsWith("key.")) {
        keys.put(name.substring(4), values.getProperty(name));
      }
    }
    return keys;
  }

  /** The folder of the artist's own poses. */
  public Path poses() {
    return folder.resolve("poses");
  }

  /** Where this run of the program keeps unsaved work. */
  public Path rescueFile() {
    return folder.resolve(RESCUE + STARTED + "-" + ProcessHandle.current().pid() + RESCUE_ENDING);
  }

  /** A new place for unsaved work that another project takes the bench from. */
  public Path asideFile() {
    return folder.resolve(
        RESCUE + WHEN.format(LocalDateTime.now(ZoneOffset.UTC)) + "-left" + RESCUE_ENDING);
  }

  /**
   * Unsaved work of runs that have ended or that was left for another project, the oldest first.
   */
  public List<Path> leftBehind() {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files.filter(this::isLeftBehind).sorted().toList();
    } catch (IOException e) {
      LOG.warn("cannot look for unsaved work in {}", folder, e);
      return List.of();
    }
  }

  private boolean isLeftBehind(Path file) {
    String name = file.getFileName().toString();
    if (!name.startsWith(RESCUE) || !name.endsWith(RESCUE_ENDING) || file.equals(rescueFile())) {
      return false;
    }
    String bare = name.substring(0, name.length() - RESCUE_ENDING.length());
    String pid = bare.substring(bare.lastIndexOf('-') + 1);
    boolean runs = pid.matches("\\d{1,18}") && ProcessHandle.of(Long.parseLong(pid)).isPresent();
    return !runs || Long.parseLong(pid) == ProcessHandle.current().pid();
  }
}
