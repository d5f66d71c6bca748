package waxhand.desk.bench;

import java.io.File;
import java.nio.file.Path;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import waxhand.desk.kits.characters.Maps;
import waxhand.desk.notice.Notices;
import waxhand.desk.session.Memory;
import waxhand.formats.FormatException;

/** Asks for files of maps, and says how it went. */
final class MapFiles {
  private static final String FOLDER = "maps";

  private final Maps maps;
  private final Memory memory;
  private final Notices notices;

  MapFiles(Maps maps, Memory memory, Notices notices) {
    this.maps = maps;
    this.memory = memory;
    this.notices = notices;
  }

  private FileChooser chooser(String title) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle(title);
    chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("Maps", "*.json"));
    memory.folder(FOLDER).map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    return chooser;
  }

  void read(Window owner) {
    File file = chooser("Read a map").showOpenDialog(owner);
    if (file != null) {
      try {
        maps.read(file.toPath());
        memory.rememberFolder(FOLDER, file.toPath());
      } catch (FormatException e) {
        notices.fail("The map could not be used", e);
      }
    }
  }

  void write(Window owner) {
    FileChooser chooser = chooser("Write the map");
    chooser.setInitialFileName("map.json");
    File file = chooser.showSaveDialog(owner);
    if (file != null) {
      try {
        maps.write(file.toPath());
        memory.rememberFolder(FOLDER, file.toPath());
        notices.say("Map written: " + file.getName());
      } catch (FormatException e) {
        notices.fail("The map could not be written", e);
      }
    }
  }
}
