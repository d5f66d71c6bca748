package waxhand.desk.session;

import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.body.Body;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.evaluate.History;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.project.Project;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;

/**
 * What the window shows. The project changes only through {@link #edit}, which names the step for
 * undo; everything else here is the state of the view and lies outside undo. For the UI thread
 * only.
 */
public final class Session {
  private static final double HERE_S = 1.2;
  private static final double EASE_S = 0.1;

  /** Speeds of playing, shares of the take's own rate. */
  public static final List<Double> SPEEDS = List.of(0.1, 0.25, 0.5, 1.0, 2.0);

  /** Fewer frames are never shown. */
  private static final int LEAST_SEEN = 24;

  private History<Project> history;
  private Project saved;
  private final ReadOnlyObjectWrapper<Project> project = new ReadOnlyObjectWrapper<>();
  private final ObjectProperty<Optional<Path>> file = new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Optional<Take>> take = new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Optional<String>> plateId =
      new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Optional<Stages>> stages =
      new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Selection> selection = new SimpleObjectProperty<>(Selection.NONE);
  private final ObjectProperty<Flag> flagA = new SimpleObjectProperty<>(Flag.RAW);
  private final ObjectProperty<Flag> flagB = new SimpleObjectProperty<>(Flag.RESULT);
  private final IntegerProperty frame = new SimpleIntegerProperty();
  private final Posing posing = new Posing();
  private final ObjectProperty<Frames> seen = new SimpleObjectProperty<>(new Frames(0, 1));
  private final BooleanProperty playing = new SimpleBooleanProperty();
  private final DoubleProperty speed = new SimpleDoubleProperty(1);
  private final BooleanProperty loop = new SimpleBooleanProperty(true);
  private Consumer<String> refused = why -> {};
  private Runnable edited = () -> {};
  private final BooleanProperty everyFrame = new SimpleBooleanProperty();

  public Session() {
    reset(Project.empty("untitled"), Optional.empty());
  }

  /** Puts another project on the bench, with a history of its own. */
  public void reset(Project fresh, Optional<Path> from) {
    history = new History<>(fresh);
    saved = fresh;
    file.set(from);
    take.set(Optional.empty());
    begin(Optional.empty());
    refresh();
    choose(fresh.takes().stream().findFirst().map(Take::id).orElse(""));
  }

  /** Makes an edit that can be undone. */
  public void edit(String name, UnaryOperator<Project> change) {
    edit(name, null, change);
  }

  /** Makes an edit, joined with the one before if that had the same merge key. */
  public void edit(String name, Object mergeKey, UnaryOperator<Project> change) {
    if (history.edit(name, mergeKey, change)) {
      refresh();
      edited.run();
    }
  }

  /** Edits the chain of the take on the bench; what would change a locked plate is refused. */
  public void editChain(String name, Object mergeKey, UnaryOperator<Chain> change) {
    if (take.get().isEmpty()) {
      return;
    }
    Chain now = change.apply(chain());
    Optional<Plate> kept = chain().plates().stream().filter(p -> isBroken(p, now)).findFirst();
    if (kept.isPresent()) {
      refuse(kept.get().name() + " is locked. Open its clasp first to change it.");
      return;
    }
    edit(name, mergeKey, p -> p.changed(take.get().orElseThrow().id(), t -> t.withChain(now)));
  }

  /** Whether a locked plate would be another than it is, or gone. */
  private static boolean isBroken(Plate plate, Chain now) {
    return plate.locked() && now.plates().stream().noneMatch(plate::doesAs);
  }

  /** Says why something is not done. */
  public void refuse(String why) {
    refused.accept(why);
  }

  /**
   * @param heard is told why something is not done
   */
  public void onRefusal(Consumer<String> heard) {
    refused = heard;
  }

  /**
   * @param then is run after each edit and each undo, once all who show the project know of it
   */
  public void onEdited(Runnable then) {
    edited = then;
  }

  /** Runs something whenever that of the take on the bench is another than it was. */
  public void onTake(Function<Take, ?> that, Runnable then) {
    take.addListener(
        (o, a, b) -> {
          if (!a.<Object>map(that).equals(b.<Object>map(that))) {
            then.run();
          }
        });
  }

  /** Edits one plate of the take on the bench. */
  public void editPlate(String name, Object mergeKey, String id, UnaryOperator<Plate> change) {
    editChain(name, mergeKey, c -> c.changed(id, change));
  }

  /** Ends the joining of edits, such as when a drag ends. */
  public void settle() {
    history.settle();
  }

  public void undo() {
    step(history::undo);
  }

  public void redo() {
    step(history::redo);
  }

  /** Goes along the history; a plate that comes back is chosen, as it was when it went. */
  private void step(Runnable along) {
    Chain before = chain();
    along.run();
    refresh();
    edited.run();
    List<String> back =
        chain().plates().stream()
            .map(Plate::id)
            .filter(id -> before.indexOf(id).isEmpty())
            .toList();
    if (back.size() == 1) {
      plateId.set(Optional.of(back.get(0)));
    }
  }

  public Optional<String> undoName() {
    return history.undoName();
  }

  public Optional<String> redoName() {
    return history.redoName();
  }

  private void refresh() {
    project.set(history.now());
    String id = take.get().map(Take::id).orElse("");
    Optional<Take> now = project.get().take(id);
    if (now.isEmpty() && !project.get().takes().isEmpty()) {
      choose(project.get().takes().get(0).id());
      return;
    }
    show(now);
  }

  /** Puts a take on the bench. */
  public void choose(String id) {
    Optional<Take> next = project.get().take(id);
    boolean other = !next.map(Take::id).equals(take.get().map(Take::id));
    if (other) {
      begin(next);
    }
    show(next);
  }

  /** The state of the view for another take: nothing of the last one sticks. */
  private void begin(Optional<Take> next) {
    playing.set(false);
    stages.set(Optional.empty());
    selection.set(Selection.NONE);
    plateId.set(Optional.empty());
    flagA.set(Flag.RAW);
    flagB.set(Flag.RESULT);
    posing.begin();
    frame.set(next.map(t -> t.workRange().from()).orElse(0));
    seen.set(next.map(t -> t.raw().motion().clip().allFrames()).orElse(new Frames(0, 1)));
  }

  private void show(Optional<Take> now) {
    take.set(now);
    Chain chain = chain();
    if (plateId.get().isPresent() && chain.indexOf(plateId.get().get()).isEmpty()) {
      plateId.set(Optional.empty());
    }
    now.ifPresent(t -> frame.set(Math.min(frame.get(), frames() - 1)));
    if (now.isPresent() && seen.get().to() > frames()) {
      seen.set(Frames.first(frames()));
    }
  }

  public boolean isDirty() {
    return project.get() != saved;
  }

  /** Says that what is on the bench stands in no file. */
  public void markUnsaved() {
    saved = null;
    Optional<Path> was = file.get();
    file.set(Optional.of(Path.of("unsaved")));
    file.set(was);
  }

  /** Says that a project has been saved. */
  public void saved(Project what, Path path) {
    saved = what;
    file.set(Optional.empty());
    file.set(Optional.of(path));
  }

  public Chain chain() {
    return take.get().map(Take::chain).orElse(Chain.EMPTY);
  }

  /** Whether a take lies on the bench. */
  public boolean hasTake() {
    return take.get().isPresent();
  }

  /** The chosen plate. */
  public Optional<Plate> plate() {
    return plateId
        .get()
        .flatMap(id -> chain().plates().stream().filter(p -> p.id().equals(id)).findFirst());
  }

  public int frames() {
    return take.get().map(t -> t.raw().motion().clip().frames()).orElse(1);
  }

  public double rateHz() {
    return take.get().map(t -> t.raw().motion().clip().rateHz()).orElse(30.0);
  }

  /** A span about the playhead, about a second long, with eases but at an end of the take. */
  public Span spanHere() {
    int half = (int) Math.max(1, Math.round(HERE_S / 2 * rateHz()));
    int from = Math.max(0, frame.get() - half);
    int to = Math.min(frames(), frame.get() + half + 1);
    return new Span(from, to, from == 0 ? 0 : half / 2, to == frames() ? 0 : half / 2);
  }

  /** Frames of a short ease. */
  public int shortEase() {
    return (int) Math.round(EASE_S * rateHz());
  }

  /** A span over a region, with short eases. */
  public Span spanOf(Frames region) {
    return Span.of(region, Math.min(shortEase(), region.count() / 3));
  }

  public Frames workRange() {
    return take.get().map(Take::workRange).orElse(new Frames(0, 1));
  }

  /** Goes so many steps up or down in the list of speeds. */
  public void changeSpeed(int steps) {
    int now = SPEEDS.indexOf(speed.get());
    speed.set(SPEEDS.get(Math.max(0, Math.min(SPEEDS.size() - 1, now + steps))));
  }

  /** Moves the playhead, kept within the take. */
  public void seek(int to) {
    frame.set(Math.max(0, Math.min(frames() - 1, to)));
  }

  /** The motion at a flag, as last computed. */
  public Optional<Motion> motionAt(Flag flag) {
    return stages
        .get()
        .map(s -> s.motions().get(Math.min(flag.index(s.chain()), s.motions().size() - 1)));
  }

  /** Which frames of the raw take the motion at a flag, as last computed, has. */
  public TimeMap timingAt(Flag flag) {
    return stages
        .get()
        .map(s -> s.chain().timing(frames(), flag.index(s.chain())))
        .orElseGet(() -> TimeMap.all(frames()));
  }

  public ReadOnlyObjectProperty<Project> projectProperty() {
    return project.getReadOnlyProperty();
  }

  public ObjectProperty<Optional<Path>> fileProperty() {
    return file;
  }

  public ObjectProperty<Optional<Take>> takeProperty() {
    return take;
  }

  public ObjectProperty<Optional<String>> plateIdProperty() {
    return plateId;
  }

  public ObjectProperty<Optional<Stages>> stagesProperty() {
    return stages;
  }

  public ObjectProperty<Selection> selectionProperty() {
    return selection;
  }

  /** The selected joints of the raw take's body. */
  public BitSet selected() {
    return take.get().map(t -> selected(t.raw().motion().body())).orElseGet(BitSet::new);
  }

  /** The selected joints of a body, such as that at a flag. */
  public BitSet selected(Body body) {
    return selection.get().on(body);
  }

  /** {@link #held(Body)} of the raw take's body. */
  public int held() {
    return selected().length() - 1;
  }

  /**
   * Of the selected joints of a body the one that a hand works on: the outermost, such as a forearm
   * that is in the hips; below 0 where none is.
   */
  public int held(Body body) {
    return selected(body).length() - 1;
  }

  /** Selects joints of the raw take's body alone. */
  public void select(BitSet joints) {
    take.get().ifPresent(t -> select(t.raw().motion().body(), joints));
  }

  /** Selects joints of a body alone. */
  public void select(Body body, BitSet joints) {
    selection.set(Selection.of(body, joints));
  }

  public ObjectProperty<Flag> flagAProperty() {
    return flagA;
  }

  public ObjectProperty<Flag> flagBProperty() {
    return flagB;
  }

  /** How a hand poses. */
  public Posing posing() {
    return posing;
  }

  public IntegerProperty frameProperty() {
    return frame;
  }

  /** The frames the time area shows. */
  public ObjectProperty<Frames> seenProperty() {
    return seen;
  }

  /**
   * Shows more or less of the time.
   *
   * @param factor how many times as many frames
   * @param about the frame that stays where it is
   */
  public void zoomTime(double factor, int about) {
    Frames now = seen.get();
    double count = Math.max(LEAST_SEEN, Math.min(frames(), now.count() * factor));
    double share = (about - now.from()) / (double) Math.max(1, now.count());
    see((int) Math.round(about - share * count), (int) Math.round(count));
  }

  /** Moves what is shown of the time by a share of it. */
  public void scrollTime(double share) {
    Frames now = seen.get();
    see((int) Math.round(now.from() + share * now.count()), now.count());
  }

  private void see(int from, int count) {
    int most = Math.min(count, frames());
    int first = Math.max(0, Math.min(frames() - most, from));
    seen.set(new Frames(first, first + Math.max(1, most)));
  }

  public BooleanProperty playingProperty() {
    return playing;
  }

  public DoubleProperty speedProperty() {
    return speed;
  }

  public BooleanProperty loopProperty() {
    return loop;
  }

  public BooleanProperty everyFrameProperty() {
    return everyFrame;
  }
}
