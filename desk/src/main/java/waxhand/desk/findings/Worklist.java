package waxhand.desk.findings;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.project.Dismissal;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Remedies;
import waxhand.core.survey.Survey;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Session;
import waxhand.desk.session.Surveys;

/**
 * The findings still to be dealt with, in the order and of the kinds asked for, and what the artist
 * does with them. For the UI thread only.
 */
public final class Worklist {
  /** In which order findings stand. */
  public enum Order {
    WORST("Worst first", Survey.WORST_FIRST),
    TIME(
        "In time",
        Comparator.comparingInt((Finding f) -> f.frames().from()).thenComparing(Finding::kind));

    private final String words;
    private final Comparator<Finding> comparator;

    Order(String words, Comparator<Finding> comparator) {
      this.words = words;
      this.comparator = comparator;
    }

    @Override
    public String toString() {
      return words;
    }
  }

  /**
   * What is shown.
   *
   * @param open findings of all kinds and parts that are not dismissed
   * @param shown those asked for, in order
   * @param most as many as there have been in this take
   */
  public record State(List<Finding> open, List<Finding> shown, int most) {
    static final State NOTHING = new State(List.of(), List.of(), 0);
  }

  /**
   * What became of a finding that was to be mended.
   *
   * @param gone whether it is no longer found
   */
  public record Outcome(String text, boolean gone) {}

  private final Session session;
  private final Surveys surveys;
  private final ReadOnlyObjectWrapper<State> state = new ReadOnlyObjectWrapper<>(State.NOTHING);
  private final ReadOnlyObjectWrapper<Optional<Finding>> chosen =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private final ReadOnlyObjectWrapper<Optional<Outcome>> outcome =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private final ObjectProperty<Order> order = new SimpleObjectProperty<>(Order.WORST);
  private final ObjectProperty<Optional<FindingKind>> kind =
      new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Optional<BodyPart>> part =
      new SimpleObjectProperty<>(Optional.empty());
  private List<Finding> mending = List.of();
  private String takeId = "";
  private int place;
  private Consumer<Finding> visit = f -> {};

  public Worklist(Session session, Surveys surveys) {
    this.session = session;
    this.surveys = surveys;
    surveys.foundProperty().addListener((o, a, b) -> surveyed());
    surveys.inRawProperty().addListener((o, a, b) -> refresh());
    surveys.onStop(
        () -> settle(new Outcome("The survey was stopped; the list may be old.", false)));
    session.stagesProperty().addListener((o, a, b) -> sameAsBefore());
    session.onTake(Take::id, this::refresh);
    session.onTake(Take::dismissed, this::refresh);
    order.addListener((o, a, b) -> refresh());
    kind.addListener((o, a, b) -> refresh());
    part.addListener((o, a, b) -> refresh());
  }

  /** Called when a finding is chosen, to bring it into view. */
  public void onVisit(Consumer<Finding> action) {
    visit = action;
  }

  public ReadOnlyObjectProperty<State> stateProperty() {
    return state.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<Optional<Finding>> chosenProperty() {
    return chosen.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<Optional<Outcome>> outcomeProperty() {
    return outcome.getReadOnlyProperty();
  }

  public ObjectProperty<Order> orderProperty() {
    return order;
  }

  public ObjectProperty<Optional<FindingKind>> kindProperty() {
    return kind;
  }

  public ObjectProperty<Optional<BodyPart>> partProperty() {
    return part;
  }

  /** What was surveyed, if anything has been. */
  public Optional<Motion> motion() {
    return surveys.foundProperty().get().map(Surveys.Found::motion);
  }

  public List<Dismissal> dismissed() {
    return session.takeProperty().get().map(Take::dismissed).orElse(List.of());
  }

  // ---- what there is -----------------------------------------------------------------------

  private void surveyed() {
    boolean other =
        !surveys.foundProperty().get().map(Surveys.Found::takeId).orElse("").equals(takeId);
    if (other) {
      takeId = surveys.foundProperty().get().map(Surveys.Found::takeId).orElse("");
      state.set(State.NOTHING);
      chosen.set(Optional.empty());
      outcome.set(Optional.empty());
      mending = List.of();
      place = 0;
    }
    refresh();
    if (!mending.isEmpty() && surveys.foundProperty().get().isPresent()) {
      settle(becameOf(mending));
    }
  }

  /** A plate that changes nothing brings no new survey. */
  private void sameAsBefore() {
    boolean whole = session.stagesProperty().get().map(s -> s.whole()).orElse(false);
    if (!mending.isEmpty() && whole && motion().equals(session.motionAt(Flag.RESULT))) {
      settle(becameOf(mending));
    }
  }

  private void settle(Outcome last) {
    mending = List.of();
    outcome.set(Optional.of(last));
  }

  private Outcome becameOf(List<Finding> mended) {
    List<Finding> open = state.get().open();
    List<Finding> left =
        open.stream().filter(f -> mended.stream().anyMatch(m -> m.isSameAs(f))).toList();
    if (mended.size() == 1) {
      String was = mended.get(0).text();
      return left.isEmpty()
          ? new Outcome("Mended: " + was, true)
          : new Outcome("Still there: " + left.get(0).text(), false);
    }
    String what = mended.get(0).kind().words();
    return new Outcome(
        String.format(
            Locale.ROOT, "%s: %d of %d mended", what, mended.size() - left.size(), mended.size()),
        left.isEmpty());
  }

  private void refresh() {
    Optional<Surveys.Found> found = surveys.foundProperty().get();
    if (found.isEmpty() || session.takeProperty().get().isEmpty()) {
      state.set(State.NOTHING);
      chosen.set(Optional.empty());
      return;
    }
    Motion motion = found.get().motion();
    List<Finding> open =
        found.get().survey().findings().stream().filter(f -> !isDismissed(f, motion)).toList();
    List<Finding> shown = new ArrayList<>();
    for (Finding f : open) {
      boolean wanted = kind.get().map(k -> k == f.kind()).orElse(true);
      if (wanted && part.get().map(p -> concerns(f, p, motion)).orElse(true)) {
        shown.add(f);
      }
    }
    shown.sort(order.get().comparator);
    int atFirst = Math.max(surveys.inRawProperty().get().orElse(0), state.get().most());
    int most = Math.max(open.size(), atFirst);
    state.set(new State(open, List.copyOf(shown), most));
    keepChosen(shown);
  }

  /**
   * A chosen finding that is gone leaves the view where it is, so that the artist sees what became
   * of it; the next step goes to the one that now stands in its place.
   */
  private void keepChosen(List<Finding> shown) {
    if (chosen.get().isEmpty()) {
      return;
    }
    Finding was = chosen.get().get();
    Optional<Finding> same = shown.stream().filter(f -> f.isSameAs(was)).findFirst();
    if (same.isPresent()) {
      chosen.set(same);
      place = shown.indexOf(same.get());
    } else {
      chosen.set(Optional.empty());
    }
  }

  private static boolean concerns(Finding f, BodyPart part, Motion motion) {
    return f.wholeBody()
        || f.joints().stream().anyMatch(j -> BodyPart.of(motion.body(), j) == part);
  }

  private boolean isDismissed(Finding f, Motion motion) {
    return dismissed().stream().anyMatch(d -> isOf(d, f, motion));
  }

  private static boolean isOf(Dismissal d, Finding f, Motion motion) {
    return d.kind().equals(f.kind().key())
        && d.part().equals(motion.clip().skeleton().joint(f.joint()).name())
        && 2 * d.frames().within(f.frames()).count() >= f.frames().count();
  }

  // ---- what is done ------------------------------------------------------------------------

  /** Goes to a finding: its worst frame, its parts. */
  public void choose(Finding finding) {
    place = Math.max(0, state.get().shown().indexOf(finding));
    chosen.set(Optional.of(finding));
    outcome.set(Optional.empty());
    BitSet parts = new BitSet();
    if (!finding.wholeBody()) {
      finding.joints().forEach(parts::set);
    }
    session.playingProperty().set(false);
    session.select(parts);
    session.seek(finding.worst());
    visit.accept(finding);
  }

  public boolean hasAny() {
    return !state.get().shown().isEmpty();
  }

  /** Goes on to the next finding, or back; round at the ends. */
  public void step(int by) {
    List<Finding> shown = state.get().shown();
    if (!shown.isEmpty()) {
      // from one that is gone, on is to what took its place
      int now = chosen.get().map(shown::indexOf).orElse(by > 0 ? place - 1 : place);
      choose(shown.get(Math.floorMod(now + by, shown.size())));
    }
  }

  /** A finding with its frames counted in {@link #motion}. */
  Finding local(Finding finding) {
    return surveys.foundProperty().get().map(f -> f.local(finding)).orElse(finding);
  }

  private Optional<Remedies> remedies() {
    return surveys.foundProperty().get().map(f -> new Remedies(f.motion(), f.survey().floorM()));
  }

  /** Whether a pass mends the chosen finding. */
  public boolean canMend() {
    return mending.isEmpty()
        && chosen.get().isPresent()
        && remedies().flatMap(r -> r.of(local(chosen.get().get()))).isPresent();
  }

  /** A plate with its span counted in raw frames, as plates on the rail have it. */
  private Plate inRawTime(Plate plate) {
    Span span = plate.span();
    if (span.isAll()) {
      return plate;
    }
    TimeMap timing = surveys.foundProperty().get().orElseThrow().timing();
    Frames raw = timing.raw(new Frames(span.from(), span.to()));
    return plate.withSpan(new Span(raw.from(), raw.to(), span.easeIn(), span.easeOut()));
  }

  /** Puts the pass that mends the chosen finding at the end of the chain. */
  public void mend() {
    if (canMend()) {
      Finding f = chosen.get().orElseThrow();
      Plate plate = remedies().orElseThrow().of(local(f)).orElseThrow();
      add("mend " + f.kind().words().toLowerCase(Locale.ROOT), List.of(plate), List.of(f));
    }
  }

  /** Mends all findings shown that are of the chosen one's kind. */
  public void mendAll() {
    if (canMend()) {
      FindingKind which = chosen.get().orElseThrow().kind();
      List<Finding> all = state.get().shown().stream().filter(f -> f.kind() == which).toList();
      List<Plate> plates =
          remedies().orElseThrow().of(which, all.stream().map(this::local).toList());
      add("mend all: " + which.words().toLowerCase(Locale.ROOT), plates, all);
    }
  }

  private void add(String name, List<Plate> plates, List<Finding> mended) {
    mending = mended;
    outcome.set(Optional.of(new Outcome("Mending…", true)));
    session.editChain(
        name,
        null,
        c -> {
          Chain chain = c;
          for (Plate plate : plates) {
            chain =
                chain.inserted(
                    chain.size(), inRawTime(plate).withId(chain.freshId(plate.pass().kind())));
          }
          return chain;
        });
    List<Plate> now = session.chain().plates();
    session.plateIdProperty().set(Optional.of(now.get(now.size() - 1).id()));
  }

  /** Lets the chosen finding stand. */
  public void dismiss(String reason) {
    Optional<Motion> motion = motion();
    if (chosen.get().isEmpty() || motion.isEmpty()) {
      return;
    }
    Finding f = chosen.get().get();
    String part = motion.get().clip().skeleton().joint(f.joint()).name();
    List<Dismissal> more = new ArrayList<>(dismissed());
    more.add(new Dismissal(f.kind().key(), part, f.frames(), reason));
    dismissed("dismiss finding", more);
    if (hasAny()) {
      step(1);
    }
    outcome.set(Optional.of(new Outcome("Dismissed: " + f.text(), true)));
  }

  /** Puts a dismissed finding on the list again. */
  public void bringBack(Dismissal dismissal) {
    List<Dismissal> less = new ArrayList<>(dismissed());
    less.remove(dismissal);
    dismissed("bring finding back", less);
  }

  private void dismissed(String name, List<Dismissal> list) {
    String id = session.takeProperty().get().orElseThrow().id();
    session.edit(name, p -> p.changed(id, t -> t.withDismissed(list)));
  }
}
