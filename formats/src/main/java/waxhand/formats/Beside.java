package waxhand.formats;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.List;

/** What lies beside a file that is read: some formats come in several files. */
public interface Beside {
  /** Nothing does. */
  Beside NOTHING =
      new Beside() {
        @Override
        public byte[] read(String name) throws IOException {
          throw new NoSuchFileException(name);
        }

        @Override
        public List<String> names() {
          return List.of();
        }
      };

  /** The bytes of another file of the same folder. */
  byte[] read(String name) throws IOException;

  /** Names of the files there, in order. */
  List<String> names() throws IOException;
}
