package waxhand.formats.project;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Map;
import waxhand.core.character.Character;
import waxhand.core.character.CharacterFile;
import waxhand.core.character.Wardrobe;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.takes.Characters;

/** Characters in project files: each once, with the file it came in. */
final class CharactersJson {
  private CharactersJson() {}

  private static String entry(int number, CharacterFile file) {
    return "characters/" + (number + 1) + "/" + file.name();
  }

  /** Adds the files of the characters. Modified: entries. */
  static void files(Wardrobe wardrobe, Map<String, byte[]> entries) {
    List<Character> all = wardrobe.loaded();
    for (int n = 0; n < all.size(); n++) {
      int number = n;
      all.get(n).file().ifPresent(f -> entries.put(entry(number, f), f.bytes()));
    }
  }

  static void write(Wardrobe wardrobe, ObjectNode root) {
    List<Character> all = wardrobe.loaded();
    for (int n = 0; n < all.size(); n++) {
      if (all.get(n).file().isEmpty()) {
        continue;
      }
      CharacterFile file = all.get(n).file().get();
      ObjectNode node = root.withArray("characters").addObject();
      node.put("name", all.get(n).name()).put("file", entry(n, file));
      node.put("sha256", RawTake.sha256(file.bytes()));
      ObjectNode reading = node.putObject("reading");
      file.reading().entrySet().stream()
          .sorted(Map.Entry.comparingByKey())
          .forEach(e -> reading.put(e.getKey(), e.getValue()));
    }
  }

  static Wardrobe read(At list, Map<String, byte[]> entries, Work work) throws FormatException {
    Wardrobe wardrobe = Wardrobe.OURS;
    for (At node : list.items()) {
      work.check();
      String name = node.get("file").text("");
      byte[] bytes = entries.get(name);
      if (bytes == null) {
        node.get("file").wrong("the file of this character is missing; it was left out");
        continue;
      }
      if (!RawTake.sha256(bytes).equals(node.get("sha256").text(""))) {
        node.get("sha256")
            .wrong("the file of this character is damaged: its checksum differs; it was left out");
        continue;
      }
      try {
        Character character =
            Characters.read(
                name.substring(name.lastIndexOf('/') + 1),
                bytes,
                ReadingJson.read(node.get("reading")),
                work);
        wardrobe = wardrobe.with(character.withName(node.get("name").text(character.name())));
      } catch (FormatException e) {
        node.get("file").wrong(e.getMessage() + "; it was left out");
      }
    }
    return wardrobe;
  }
}
