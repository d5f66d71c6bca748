package waxhand.formats.project;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import waxhand.core.motion.Frames;
import waxhand.core.project.Dismissal;
import waxhand.core.project.Note;
import waxhand.core.project.ShelfLabel;
import waxhand.core.project.Take;
import waxhand.formats.FormatException;

/** Notes, dismissed findings and the label of a take, as they stand in project.json. */
final class MarksJson {
  private static final String LEFT_OUT = "; it was left out";

  private MarksJson() {}

  static void write(Take take, ObjectNode node) {
    for (Note note : take.notes()) {
      node.withArray("notes")
          .addObject()
          .put("id", note.id())
          .put("frame", note.frame())
          .put("name", note.name())
          .put("colour", colour(note.colour()));
    }
    for (Dismissal dismissal : take.dismissed()) {
      node.withArray("dismissed")
          .addObject()
          .put("kind", dismissal.kind())
          .put("part", dismissal.part())
          .put("from", dismissal.frames().from())
          .put("to", dismissal.frames().to())
          .put("reason", dismissal.reason());
    }
    label(take.label(), node);
  }

  private static void label(ShelfLabel label, ObjectNode node) {
    if (label.equals(ShelfLabel.NONE)) {
      return;
    }
    ObjectNode own =
        node.putObject("label").put("date", label.date()).put("remark", label.remark());
    label
        .source()
        .ifPresent(
            s ->
                own.putObject("keptFrom")
                    .put("take", s.take())
                    .put("from", s.frames().from())
                    .put("to", s.frames().to()));
  }

  /** What the shelf says of a take. */
  static ShelfLabel label(At node) throws FormatException {
    node.members();
    Optional<ShelfLabel.Source> source = Optional.empty();
    At kept = node.get("keptFrom");
    if (kept.isThere() && !kept.members().isEmpty()) {
      int from = kept.get("from").whole(0, Integer.MAX_VALUE, 0);
      int to = kept.get("to").whole(0, Integer.MAX_VALUE, from);
      String take = kept.get("take").text("");
      source = Optional.of(new ShelfLabel.Source(take, new Frames(from, Math.max(from, to))));
    }
    return new ShelfLabel(node.get("date").text(""), node.get("remark").text(""), source);
  }

  private static String colour(Note.Colour colour) {
    return colour.name().toLowerCase(Locale.ROOT);
  }

  /** Those of a take of that many frames. */
  static List<Note> notes(At list, int frames) throws FormatException {
    List<Note> notes = new ArrayList<>();
    FreshIds ids = new FreshIds();
    for (At item : list.items()) {
      int frame = item.get("frame").whole(0, frames - 1, -1);
      if (frame < 0) {
        item.wrong("the note is at no frame of the take" + LEFT_OUT);
        continue;
      }
      String wanted = item.get("colour").text(colour(Note.Colour.PLAIN));
      Optional<Note.Colour> colour =
          Stream.of(Note.Colour.values()).filter(c -> colour(c).equals(wanted)).findAny();
      if (colour.isEmpty()) {
        item.get("colour").wrong("there is no colour " + item.get("colour").quoted());
      }
      String id = ids.take(item.get("id"), "note");
      notes.add(new Note(id, frame, item.get("name").text(id), colour.orElse(Note.Colour.PLAIN)));
    }
    return notes;
  }

  static List<Dismissal> dismissed(At list, int frames) throws FormatException {
    List<Dismissal> dismissed = new ArrayList<>();
    for (At item : list.items()) {
      int from = item.get("from").whole(0, frames, -1);
      int to = item.get("to").whole(0, frames, -1);
      if (from < 0 || to < from) {
        item.wrong("it lies at no frames of the take" + LEFT_OUT);
        continue;
      }
      dismissed.add(
          new Dismissal(
              item.get("kind").text(""),
              item.get("part").text(""),
              new Frames(from, to),
              item.get("reason").text("")));
    }
    return dismissed;
  }
}
