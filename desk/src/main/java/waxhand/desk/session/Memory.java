package waxhand.desk.session;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import waxhand.formats.AtomicFile;

/**
 * What the program remembers between sessions: folders by kind of file, recent projects, theme,
 * kept views and keys. Kept in the folder of the system property {@code waxhand.home}, else
 * ~/.waxhand. Writing waits for the disk, so it is done on a thread of its own; reading gives what
 * was put last. For one thread.
 */
public final class Memory implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Memory.class);
  private static final int RECENT = 8;
  private final Path folder;
  private final Properties values = new Properties();
  private final ExecutorService writer =
      Executors.newSingleThreadExecutor(
          r -> {
            Thread t = new Thread(r, "memory");
            t.setDaemon(true);
            return t;
          });

  public Memory() {
    String home = System.getProperty("waxhand.home", System.getProperty("user.home") + "/.waxhand");
    folder = Path.of(home);
    Path file = folder.resolve("desk.properties");
    if (Files.isRegularFile(file)) {
      try (InputStream in = Files.newInputStream(file)) {
        values.load(in);
      } catch (IOException | IllegalArgumentException e) {
        LOG.warn("what was remembered in {} cannot be read", file, e);
      }
    }
  }

  public Optional<String> get(String key) {
    return Optional.ofNullable(values.getProperty(key));
  }

  public void put(String key, String value) {
    values.setProperty(key, value);
    Properties now = (Properties) values.clone();
    writer.execute(
        () -> {
          try {
            AtomicFile.write(folder.resolve("desk.properties"), out -> now.store(out, null));
          } catch (IOException e) {
            LOG.warn("cannot remember {}", key, e);
          }
        });
  }

  /** Waits until all that was put is on the disk; nothing can be put after. */
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
    return get("folder." + kind).map(Path::of).filter(Files::isDirectory);
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
      get("recent." + i).map(Path::of).filter(Files::isRegularFile).ifPresent(recent::add);
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

  /** Where unsaved work is kept in case of a crash. */
  public Path rescueFile() {
    return folder.resolve("rescue.waxhand");
  }
}
