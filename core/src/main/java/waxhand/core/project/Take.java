package waxhand.core.project;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import waxhand.core.chain.Chain;
import waxhand.core.motion.Frames;

/**
 * A take on the shelf.
 *
 * @param id unique in the project, stays the same
 * @param name as the artist calls it
 * @param workRange the frames worked on, played and handed on
 * @param notes in the order they were made; ids are unique
 * @param dismissed findings that are let stand
 * @param label what the shelf says of it
 */
public record Take(
    String id,
    String name,
    RawTake raw,
    Chain chain,
    Frames workRange,
    List<Note> notes,
    List<Dismissal> dismissed,
    ShelfLabel label) {
  public Take {
    notes = List.copyOf(notes);
    dismissed = List.copyOf(dismissed);
    if (workRange.from() < 0
        || workRange.isEmpty()
        || workRange.to() > raw.motion().clip().frames()) {
      throw new IllegalArgumentException(
          "work range " + workRange.from() + ":" + workRange.to() + " does not fit the take");
    }
    if (notes.stream().map(Note::id).distinct().count() != notes.size()) {
      throw new IllegalArgumentException("two notes have the same id");
    }
  }

  public static Take of(String id, String name, RawTake raw) {
    Frames all = raw.motion().clip().allFrames();
    return new Take(id, name, raw, Chain.EMPTY, all, List.of(), List.of(), ShelfLabel.NONE);
  }

  public Take withChain(Chain other) {
    return new Take(id, name, raw, other, workRange, notes, dismissed, label);
  }

  public Take withWorkRange(Frames other) {
    return new Take(id, name, raw, chain, other, notes, dismissed, label);
  }

  public Take withName(String other) {
    return new Take(id, other, raw, chain, workRange, notes, dismissed, label);
  }

  public Take withNotes(List<Note> others) {
    return new Take(id, name, raw, chain, workRange, others, dismissed, label);
  }

  public Take withDismissed(List<Dismissal> others) {
    return new Take(id, name, raw, chain, workRange, notes, others, label);
  }

  public Take withLabel(ShelfLabel other) {
    return new Take(id, name, raw, chain, workRange, notes, dismissed, other);
  }

  /** With a note at a frame under an id and a name of its own. */
  public Take noted(int frame) {
    int n = 1;
    while (hasNote("note-" + n)) {
      n++;
    }
    List<Note> more = new ArrayList<>(notes);
    more.add(new Note("note-" + n, frame, "note " + n, Note.Colour.PLAIN));
    return withNotes(more);
  }

  private boolean hasNote(String wanted) {
    return notes.stream().anyMatch(n -> n.id().equals(wanted));
  }

  /** With one note changed; as it is where there is none of that id. */
  public Take withNote(String note, UnaryOperator<Note> change) {
    return withNotes(notes.stream().map(n -> n.id().equals(note) ? change.apply(n) : n).toList());
  }

  public Take withoutNote(String note) {
    return withNotes(notes.stream().filter(n -> !n.id().equals(note)).toList());
  }

  /** The same take read in another way; the range starts afresh if its length changed. */
  public Take withRaw(RawTake other) {
    Frames all = other.motion().clip().allFrames();
    Frames range = workRange.to() <= all.to() ? workRange : all;
    List<Note> kept = notes.stream().filter(n -> n.frame() < all.to()).toList();
    return new Take(id, name, other, chain, range, kept, dismissed, label);
  }
}
