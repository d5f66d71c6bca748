package waxhand.desk.handoff;

import java.io.File;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import waxhand.core.character.Character;
import waxhand.core.character.Worn;
import waxhand.core.motion.Frames;
import waxhand.core.project.Take;
import waxhand.desk.notice.Jobs;
import waxhand.desk.notice.Notices;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.formats.TakeFormat;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.Wish;
import waxhand.formats.takes.Formats;
import waxhand.formats.takes.Handoff;

/** Hands the take on: which frames, unit, axis, name and folder. Says done once it is read back. */
public final class HandoffSheet extends VBox {
  private static final double CHOICE_WIDTH = 240;
  private static final double WORDS_WIDTH = 68;

  private static final String SAME = "as it came";

  private final Session session;
  private final Delivery delivery;
  private final Notices notices;
  private final Memory memory;
  private final TextField from = new TextField();
  private final TextField to = new TextField();
  private final ChoiceBox<String> format = new ChoiceBox<>();
  private final Label limits = new Label();
  private final TextField rate = new TextField();
  private final CheckBox allTakes = new CheckBox("All takes of the project");
  private final ChoiceBox<String> unit = new ChoiceBox<>();
  private final ChoiceBox<String> up = new ChoiceBox<>();
  private final TextField pattern = new TextField(NamePattern.TAKE);
  private final TextField folder = new TextField();
  private final Label preview = new Label();
  private final CheckBox withRest = new CheckBox();
  private final CheckBox keyed = new CheckBox("Few keys with slopes, within 0.005° and 0.05 mm");
  private final ChoiceBox<What> what = new ChoiceBox<>();
  private final CheckBox reported = new CheckBox("Report beside it");
  private final Label frames = new Label();
  private final Consumer<HandoffSheet> close;

  /** The project whose choices these are, and they. */
  private Optional<Path> kept = Optional.of(Path.of(""));

  private Choices choices = Choices.NONE;

  public HandoffSheet(
      Session session, Jobs jobs, Notices notices, Memory memory, Consumer<HandoffSheet> close) {
    super(10);
    this.session = session;
    delivery = new Delivery(jobs, notices, memory);
    this.notices = notices;
    this.memory = memory;
    this.close = close;
    setId("handoff");
    getStyleClass().add("wh-sheet");
    setMaxSize(520, USE_PREF_SIZE);
    Label heading = new Label("Hand on");
    heading.getStyleClass().add("wh-title");
    from.setId("handoff-from");
    to.setId("handoff-to");
    from.getStyleClass().add("wh-number");
    to.getStyleClass().add("wh-number");
    format.setId("handoff-format");
    format.setPrefWidth(CHOICE_WIDTH);
    format.valueProperty().addListener((o, a, b) -> preview());
    limits.getStyleClass().add("wh-soft");
    limits.setId("handoff-limits");
    rate.setId("handoff-rate");
    rate.getStyleClass().add("wh-number");
    rate.setTooltip(new Tooltip("Frames a second in the file; 1 to 2000"));
    allTakes.setId("handoff-all");
    allTakes.setTooltip(
        new Tooltip(
            "Each take with its own work range, named by the pattern; one that fails is told"));
    allTakes.selectedProperty().addListener((o, a, b) -> preview());
    unit.setPrefWidth(200);
    up.setPrefWidth(116);
    pattern.setId("handoff-name");
    folder.setId("handoff-folder");
    folder.setPrefColumnCount(26);
    pattern.setTooltip(
        new Tooltip("Words in braces are filled in; {number} is the take's place in the project"));
    HBox.setHgrow(pattern, Priority.ALWAYS);
    HBox words = new HBox(10);
    for (String word : NamePattern.WORDS) {
      words.getChildren().add(offered(NamePattern.braced(word)));
    }
    preview.getStyleClass().add("wh-soft");
    pattern.textProperty().addListener((o, a, b) -> preview());
    from.textProperty().addListener((o, a, b) -> preview());
    to.textProperty().addListener((o, a, b) -> preview());
    folder.textProperty().addListener((o, a, b) -> preview());
    Button choose = new Button("Choose…");
    choose.setMinWidth(USE_PREF_SIZE);
    choose.setOnAction(e -> chooseFolder());
    what.setId("handoff-what");
    what.setPrefWidth(CHOICE_WIDTH);
    what.valueProperty()
        .addListener(
            (o, was, is) -> {
              boolean still = is == What.STILL;
              String usual = was == What.STILL ? NamePattern.CHARACTER : NamePattern.TAKE;
              if (still != (was == What.STILL) && pattern.getText().equals(usual)) {
                pattern.setText(still ? NamePattern.CHARACTER : NamePattern.TAKE);
              }
              preview();
            });
    withRest.setId("handoff-rest");
    withRest.setTooltip(new Tooltip("The rows before the motion go with it, as they came"));
    keyed.setId("handoff-keys");
    keyed.setTooltip(new Tooltip("In place of every frame; a still part has one key"));
    reported.setId("handoff-report");
    reported.selectedProperty().addListener((o, a, b) -> preview());
    reported.setTooltip(
        new Tooltip("A page of what was found in the take, what was done and what remains"));
    VBox rows =
        new VBox(
            8,
            row("What", what, what),
            row("Format", format, format),
            row("", limits, limits),
            row("Frames", from, from, new Label("up to"), to, frames),
            row("Rate", rate, rate, new Label("Hz")),
            row("Unit", unit, unit, new Label("up axis"), up),
            row("Name", pattern, pattern),
            row("", words, words),
            row("Folder", folder, folder, choose),
            row("", preview, preview));
    for (CheckBox choice : List.of(allTakes, withRest, keyed, reported)) {
      rows.getChildren().add(row("", choice, choice));
    }
    Button go = new Button("Hand on");
    go.setId("handoff-go");
    go.getStyleClass().add("wh-main");
    // out of sight it must not answer to Enter and Escape
    go.defaultButtonProperty().bind(visibleProperty());
    go.setOnAction(e -> go());
    Button cancel = new Button("Close");
    cancel.cancelButtonProperty().bind(visibleProperty());
    cancel.setOnAction(e -> close.accept(this));
    HBox buttons = new HBox(8, cancel, go);
    buttons.setAlignment(Pos.CENTER_RIGHT);
    VBox.setMargin(buttons, new Insets(8, 0, 0, 0));
    getChildren().addAll(heading, rows, buttons);
  }

  /**
   * @param shows which is there when the row is
   */
  private static HBox row(String word, Node shows, Node... nodes) {
    Label label = new Label(word);
    label.setMinWidth(WORDS_WIDTH);
    HBox row = new HBox(8, label);
    row.getChildren().addAll(nodes);
    row.setAlignment(Pos.CENTER_LEFT);
    row.managedProperty().bind(shows.visibleProperty());
    row.visibleProperty().bind(shows.visibleProperty());
    return row;
  }

  /**
   * Begins anew for the take on the bench, with nothing left of the last time but the folder, and
   * puts the cursor where the first answer is expected.
   */
  public void begin() {
    Frames range = session.workRange();
    from.setText(Integer.toString(range.from()));
    to.setText(Integer.toString(range.to()));
    frames.setText("of " + session.frames());
    rate.setText(shortest(session.rateHz()));
    List<String> all = Formats.writable().stream().map(TakeFormat::words).toList();
    // what was chosen for this shoot stays, where it can be seen
    if (!kept.equals(session.fileProperty().get())) {
      kept = session.fileProperty().get();
      choices = Choices.of(memory, kept);
    }
    what.getItems().setAll(What.values());
    what.setValue(chosen("what", What.values()).orElse(What.CHARACTER));
    format.getItems().setAll(all);
    format.setValue(choices.get("format").filter(all::contains).orElse(its().words()));
    allTakes.setSelected(false);
    allTakes.setDisable(session.projectProperty().get().takes().size() < 2);
    int rest = restFrames();
    withRest.setSelected(choices.is("rest"));
    keyed.setSelected(choices.is("keys"));
    reported.setSelected(choices.is("report"));
    withRest.setText(rest == 1 ? "with the rest pose" : "with the rest pose, " + rest + " rows");
    Map<String, String> reading =
        session.takeProperty().get().map(t -> t.raw().reading()).orElse(Map.of());
    String itsUnit = Unit.ofKey(reading.getOrDefault("unit", "")).map(Unit::words).orElse("cm");
    offer(unit, itsUnit, Unit.USUAL.stream().map(Unit::words));
    offer(up, reading.getOrDefault("up", "Y"), Stream.of("Y", "Z"));
    chosen("unit", unit.getItems().toArray(new String[0])).ifPresent(unit::setValue);
    chosen("up", up.getItems().toArray(new String[0])).ifPresent(up::setValue);
    pattern.setText(choices.get("name").orElse(NamePattern.TAKE));
    folder.setText(Destination.shortened(memory.folder("handoff").map(Path::toString).orElse("~")));
    preview();
    from.requestFocus();
  }

  /** What was chosen last of some things, if it is among them. */
  private <T> Optional<T> chosen(String name, T[] among) {
    return Stream.of(among)
        .filter(t -> choices.get(name).equals(Optional.of(t.toString())))
        .findFirst();
  }

  private void keepChoices() {
    choices =
        choices
            .with("format", format.getValue())
            .with("what", what.isVisible() ? what.getValue().toString() : "")
            .with("unit", unit.isVisible() ? unit.getValue() : "")
            .with("up", unit.isVisible() ? up.getValue() : "")
            .with("name", pattern.getText())
            .with("rest", withRest.isVisible() && withRest.isSelected())
            .with("keys", keyed.isVisible() && keyed.isSelected())
            .with("report", reported.isSelected());
    choices.keep(memory, kept);
  }

  private int restFrames() {
    return session.takeProperty().get().map(t -> t.raw().restFrames()).orElse(0);
  }

  private static String shortest(double hz) {
    return new BigDecimal(hz).round(new MathContext(7)).stripTrailingZeros().toPlainString();
  }

  private static void offer(ChoiceBox<String> box, String itsOwn, Stream<String> others) {
    box.getItems().setAll(SAME + " (" + itsOwn + ")");
    others.forEach(box.getItems()::add);
    box.getSelectionModel().selectFirst();
  }

  private void chooseFolder() {
    DirectoryChooser chooser = new DirectoryChooser();
    chooser.setTitle("Folder to hand on to");
    File now = new File(destination().folder());
    if (now.isDirectory()) {
      chooser.setInitialDirectory(now);
    }
    File chosen = chooser.showDialog(getScene().getWindow());
    if (chosen != null) {
      folder.setText(Destination.shortened(chosen.toString()));
    }
  }

  /** A word for the pattern, put in where the caret is. */
  private Hyperlink offered(String word) {
    Hyperlink link = new Hyperlink(word);
    link.getStyleClass().add("wh-word");
    // the pattern itself is there for the keyboard
    link.setFocusTraversable(false);
    link.setTooltip(new Tooltip("Puts " + word + " into the name"));
    link.setOnAction(
        e -> {
          pattern.replaceSelection(word);
          int caret = pattern.getCaretPosition();
          pattern.requestFocus();
          pattern.selectRange(caret, caret);
          link.setVisited(false);
        });
    return link;
  }

  private Destination destination() {
    return new Destination(
        session.projectProperty().get(),
        folder.getText(),
        new NamePattern(pattern.getText()),
        format().endings().get(0));
  }

  private String fileName() {
    return session
        .takeProperty()
        .get()
        .map(take -> destination().name(take, from.getText(), to.getText()))
        .orElse("take" + format().endings().get(0));
  }

  /** The character the take is on, as far as it is known. */
  private Optional<Character> character() {
    return session.stagesProperty().get().flatMap(s -> Worn.by(s.result()));
  }

  private TakeFormat format() {
    return Formats.writable().stream()
        .filter(f -> f.words().equals(format.getValue()))
        .findFirst()
        .orElseGet(this::its);
  }

  /** What the take leaves as: in a skin with it, else as what it came in, where we write that. */
  private TakeFormat its() {
    if (character().flatMap(Character::skin).isPresent()) {
      return Formats.named("character.glb").orElseThrow();
    }
    return session
        .takeProperty()
        .get()
        .map(t -> Formats.of(t.raw()))
        .filter(f -> f.writer().isPresent())
        .orElse(Formats.writable().get(0));
  }

  private void preview() {
    boolean skinned = character().flatMap(Character::skin).isPresent();
    boolean still = isStill();
    Set<Wish> grants = format().writer().map(TakeFormat.Writer::grants).orElse(Set.of());
    what.setVisible(skinned && grants.contains(Wish.BARE));
    limits.setText(still ? "Skin, skeleton and shapes as they rest." : format().limits());
    // where the standard has said it, it is said above, and there is nothing to choose
    unit.setVisible(!format().isMetric());
    withRest.setVisible(restFrames() > 0 && !still);
    keyed.setVisible(grants.contains(Wish.KEYS) && !still);
    from.setVisible(!still);
    rate.setVisible(!still);
    allTakes.setVisible(!still);
    reported.setVisible(!still);
    from.setDisable(allTakes.isSelected());
    to.setDisable(allTakes.isSelected());
    if (allTakes.isSelected()) {
      int count = session.projectProperty().get().takes().size();
      preview.setText("Writes " + count + " files, such as " + fileName());
      return;
    }
    String name = fileName();
    preview.setText(
        target().filter(destination()::isRaw).isPresent()
            ? "A raw take lies there; give another name or folder"
            : (isThere() ? "Replaces " + name + ", which is there" : "Writes " + name)
                + (reported.isVisible() && reported.isSelected() ? " and its report" : "")
                + skin());
  }

  /** Whether the character leaves alone. */
  private boolean isStill() {
    return what.isVisible() && what.getValue() == What.STILL;
  }

  /** Whose skin goes with it, in words. */
  private String skin() {
    return what.isVisible() && what.getValue() != What.SKELETON
        ? character().map(c -> ": " + c.name() + " in its skin").orElse("")
        : "";
  }

  private boolean isThere() {
    return target().filter(Files::exists).isPresent();
  }

  /** Where it is to be written; empty where no file can have such a name. */
  private Optional<Path> target() {
    return destination().file(fileName());
  }

  private Optional<Unit> chosenUnit() {
    for (Unit u : Unit.USUAL) {
      if (u.words().equals(unit.getValue())) {
        return Optional.of(u);
      }
    }
    return Optional.empty();
  }

  private void go() {
    try {
      handOn();
    } catch (Typed.Refused e) {
      notices.fail(e.getMessage(), e.getCause());
    }
  }

  private void handOn() throws Typed.Refused {
    OptionalDouble hz = Typed.rate(rate.getText(), shortest(session.rateHz()));
    if (target().isEmpty()) {
      throw new Typed.Refused(
          "It cannot be handed on there", "no file or folder can have this name");
    }
    if (isStill()) {
      keepChoices();
      delivery.still(character().orElseThrow(), target().get(), destination().raws());
    } else if (allTakes.isSelected()) {
      keepChoices();
      delivery.all(parcels(hz));
    } else {
      Take take = session.takeProperty().get().orElseThrow();
      Frames range = Typed.frames(from.getText(), to.getText(), session.frames());
      if (left(take, range).isEmpty()) {
        throw new Typed.Refused(
            "These frames cannot be handed on", "all of them are cut out of the result");
      }
      keepChoices();
      delivery.one(parcel(take, range, target().get(), hz));
    }
    close.accept(this);
  }

  /** Frames of a raw take that are left in its result. */
  private static Frames left(Take take, Frames range) {
    int frames = take.raw().motion().clip().frames();
    return take.chain().timing(frames, take.chain().size()).local(range);
  }

  private Parcel parcel(Take take, Frames range, Path path, OptionalDouble hz) {
    Handoff how =
        new Handoff(Optional.of(left(take, range)), chosenUnit(), Up.ofKey(up.getValue()))
            .with(Wish.REST, withRest.isSelected())
            .with(Wish.KEYS, keyed.isVisible() && keyed.isSelected())
            .with(Wish.BARE, what.isVisible() && what.getValue() == What.SKELETON)
            .atRate(hz);
    return new Parcel(
        take,
        session.projectProperty().get().input(take),
        how,
        path,
        destination().raws(),
        reported.isSelected());
  }

  /** All takes, each with its own work range. */
  private List<Parcel> parcels(OptionalDouble hz) {
    Destination destination = destination();
    Map<Path, Parcel> parcels = new LinkedHashMap<>();
    for (Take take : session.projectProperty().get().takes()) {
      Frames range = take.workRange();
      String first = String.valueOf(range.from());
      String name = destination.name(take, first, String.valueOf(range.to()));
      Path path = destination.beside(parcels.keySet(), name);
      parcels.put(path, parcel(take, range, path, hz));
    }
    return List.copyOf(parcels.values());
  }
}
