package waxhand.formats.project;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import waxhand.core.motion.Frames;
import waxhand.core.project.Dismissal;
import waxhand.core.project.Note;
import waxhand.core.project.Take;

/** Notes and dismissed findings of a take, as they stand in project.json. */
final class MarksJson {
  private MarksJson() {}

  static void write(Take take, ObjectNode node) {
    for (Note note : take.notes()) {
      node.withArray("notes")
          .addObject()
          .put("id", note.id())
          .put("frame", note.frame())
          .put("name", note.name())
          .put("colour", note.colour().name().toLowerCase(Locale.ROOT));
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
  }

  /**
   * @throws IllegalArgumentException if a note has a colour there is not, or a frame below 0
   */
  static List<Note> notes(JsonNode take) {
    List<Note> notes = new ArrayList<>();
    for (JsonNode node : take.path("notes")) {
      notes.add(
          new Note(
              node.path("id").asText(),
              node.path("frame").asInt(),
              node.path("name").asText(),
              Note.Colour.valueOf(node.path("colour").asText("plain").toUpperCase(Locale.ROOT))));
    }
    return notes;
  }

  static List<Dismissal> dismissed(JsonNode take) {
    List<Dismissal> dismissed = new ArrayList<>();
    for (JsonNode node : take.path("dismissed")) {
      dismissed.add(
          new Dismissal(
              node.path("kind").asText(),
              node.path("part").asText(),
              new Frames(node.path("from").asInt(), node.path("to").asInt()),
              node.path("reason").asText()));
    }
    return dismissed;
  }
}
