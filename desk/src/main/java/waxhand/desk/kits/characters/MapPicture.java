package waxhand.desk.kits.characters;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.body.Role;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.retarget.Match;
import waxhand.core.retarget.PartTurn;
import waxhand.desk.command.Commands;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.NumberField;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.panels.SideView;
import waxhand.desk.session.Session;

/** Which parts of the character answer those of the take, to be seen and changed. */
public final class MapPicture implements PassPicture {
  private static final String NOTHING = "nothing";
  private static final List<String> AXES = List.of("x", "y", "z");
  private static final List<String> WAYS = List.of("out to its left", "up", "where it looks");

  private final PairFigures figures;
  private final SideView side;
  private final ComboBox<String> parts = new ComboBox<>();
  private final ComboBox<String> joints = new ComboBox<>();
  private final Button found = new Button("As found");
  private final Button all = new Button("All as found");
  private final Label count = new Label();
  private final Label alike = new Label();
  private final Button here = new Button("Alike here");
  private final Button byItself = new Button("By itself");
  private final Label turned = new Label();
  private final List<NumberField> turns = new ArrayList<>();
  private final VBox left = new VBox(2);
  private final VBox box;
  private Session session;
  private String plateId = "";
  private Optional<Pairs> pairs = Optional.empty();
  private Optional<Role> part = Optional.empty();
  private boolean quiet;

  public MapPicture(Tools tools) {
    session = tools.session();
    session.selectionProperty().addListener((o, was, is) -> selected());
    side = new SideView(tools.palette());
    figures =
        new PairFigures(
            tools.palette(), this::choose, this::pair, p -> change("leave out", p, NOTHING));
    parts.setId("map-part");
    parts.setAccessibleText("Part of the take");
    parts.setTooltip(new Tooltip("A part of the take"));
    parts.setOnAction(e -> fromList());
    joints.setId("map-joint");
    joints.setAccessibleText("Joint of the character that answers it");
    joints.setTooltip(new Tooltip("The joint of the character that answers it"));
    joints.setOnAction(e -> jointChosen());
    for (ComboBox<String> choice : List.of(parts, joints)) {
      choice.setMaxWidth(Double.MAX_VALUE);
      choice.setMinWidth(0);
      HBox.setHgrow(choice, Priority.ALWAYS);
      choice.setPrefWidth(120);
    }
    found.setId("map-found");
    found.getStyleClass().add("wh-small");
    found.setTooltip(new Tooltip("Leaves this pair to be found again"));
    found.setOnAction(e -> part.ifPresent(this::find));
    all.setId("map-all-found");
    all.getStyleClass().add("wh-small");
    all.setTooltip(new Tooltip("Leaves all pairs to be found again"));
    all.setOnAction(e -> edit("all pairs as found", pairs.orElseThrow().allFound()));
    count.setWrapText(true);
    count.setMinHeight(Region.USE_PREF_SIZE);
    HBox pick = new HBox(6, parts, joints);
    Commands commands = tools.commands();
    FlowPane acts = new FlowPane(6, 6, found, all);
    FlowPane inFiles =
        new FlowPane(
            6, 6, file(commands, "read-map", "Read…"), file(commands, "write-map", "Write…"));
    Label legend = new Label("Filled: paired. Hollow: not. Pale: has none. Ring: by hand.");
    legend.getStyleClass().add("wh-soft");
    legend.setWrapText(true);
    box = new VBox(6, Editor.heading("Map"), count, figures, legend, pick, acts, left);
    box.getChildren().addAll(match(commands));
    box.getChildren().addAll(Editor.heading("From the side"), side);
    box.getChildren().addAll(Editor.heading("Map and turns in files"), inFiles);
    box.setId("character-map");
  }

  private static Button file(Commands commands, String id, String words) {
    Button button = new Button(words);
    button.setId("do-" + id);
    button.getStyleClass().add("wh-small");
    button.setTooltip(new Tooltip(commands.get(id).words()));
    button.setOnAction(e -> commands.get(id).run());
    return button;
  }

  /** How both stand alike: in which frame, and by how much parts are turned from there. */
  private List<Node> match(Commands commands) {
    alike.setWrapText(true);
    alike.setId("alike");
    alike.setMinHeight(Region.USE_PREF_SIZE);
    here.setId("alike-here");
    here.getStyleClass().add("wh-small");
    here.setTooltip(
        new Tooltip("In the frame at the playhead the take stands as the character rests"));
    here.setOnAction(e -> alikeIn(OptionalInt.of(session.frameProperty().get())));
    byItself.setId("alike-by-itself");
    byItself.getStyleClass().add("wh-small");
    byItself.setTooltip(new Tooltip("Leaves it to how both rest"));
    byItself.setOnAction(e -> alikeIn(OptionalInt.empty()));
    turned.setWrapText(true);
    turned.setMinHeight(Region.USE_PREF_SIZE);
    turned.getStyleClass().add("wh-soft");
    List<Node> nodes =
        new ArrayList<>(
            List.of(
                Editor.heading("Match"),
                alike,
                new FlowPane(6, 6, here, byItself, beside(commands)),
                turned));
    for (int i = 0; i < AXES.size(); i++) {
      int axis = i;
      NumberField field =
          new NumberField(
                  "match-" + AXES.get(i),
                  AXES.get(i),
                  "°",
                  -PartTurn.MOST_DEG,
                  PartTurn.MOST_DEG,
                  -45,
                  45,
                  1,
                  "Turns the chosen part of the character about the axis that goes " + WAYS.get(i),
                  v -> turn(axis, v),
                  session::settle)
              .labelled();
      turns.add(field);
      nodes.add(field);
    }
    return nodes;
  }

  /** The wire lies over the character; with this it stands in a view of its own. */
  private static Button beside(Commands commands) {
    Button button = new Button("Beside");
    button.setId("alike-beside");
    button.getStyleClass().add("wh-small");
    button.setTooltip(new Tooltip(commands.get("side-by-side").words() + " (6)"));
    button.setOnAction(e -> commands.get("side-by-side").run());
    return button;
  }

  private void alikeIn(OptionalInt frame) {
    Pairs now = pairs.orElseThrow();
    edit(
        frame.isPresent() ? "alike in frame " + frame.getAsInt() : "alike by itself",
        now.pass().withMatch(now.pass().match().withFrame(frame)));
  }

  private void turn(int axis, double deg) {
    if (part.isEmpty() || pairs.isEmpty()) {
      return;
    }
    MatchMarks.turn(session, plateId, part.get(), was -> was.withAbout(axis, deg));
  }

  private void refreshMatch(Pairs now) {
    Match match = now.pass().match();
    alike.setText(
        match.frame().isPresent()
            ? "In frame "
                + match.frame().getAsInt()
                + " the take stands as "
                + now.pass().character()
                + " rests."
            : "Both stand alike by how they rest.");
    byItself.setDisable(match.frame().isEmpty());
    boolean any = part.map(now::isPaired).orElse(false);
    String others =
        match.turns().stream().map(t -> t.part().words()).collect(Collectors.joining(", "));
    turned.setText(
        (any
                ? "The character's " + part.get().words() + ", turned from there:"
                : "Choose a part above, or click it in the view, to turn it on the character by its pegs or"
                    + " here.")
            + (others.isEmpty() ? "" : " Turned: " + others + "."));
    for (int i = 0; i < turns.size(); i++) {
      turns.get(i).setDisable(!any);
      turns.get(i).show(any ? match.of(part.get()).about(i) : 0);
    }
  }

  @Override
  public Set<String> settings() {
    return Set.of("pairs", "matchFrame", "turns");
  }

  @Override
  public Set<String> below() {
    return Set.of("body", "gaze", "giveWay");
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public void show(Session shown, String id) {
    session = shown;
    part = id.equals(plateId) ? part : Optional.empty();
    plateId = id;
    pairs =
        PassPicture.workOf(session, id)
            .flatMap(w -> pass().flatMap(pass -> Pairs.of(pass, w.in())));
    refresh();
  }

  /** The pass as it is now, which may not have been worked out yet. */
  private Optional<RetargetPass> pass() {
    return session.chain().plates().stream()
        .filter(p -> p.id().equals(plateId))
        .map(p -> p.pass())
        .filter(RetargetPass.class::isInstance)
        .map(RetargetPass.class::cast)
        .findFirst();
  }

  private void refresh() {
    quiet = true;
    figures.show(pairs, part);
    box.getChildren().forEach(n -> n.setDisable(pairs.isEmpty()));
    if (pairs.isEmpty()) {
      count.setText("There is no such character here.");
      left.getChildren().clear();
      quiet = false;
      return;
    }
    Pairs now = pairs.get();
    List<Role> roles = List.copyOf(now.source().joints().keySet());
    long paired = now.moving().size();
    count.setText(
        String.format(
            Locale.ROOT,
            "%d of %d parts are paired%s.",
            paired,
            roles.size(),
            now.pass().map().changed().isEmpty()
                ? ""
                : ", " + now.pass().map().changed().size() + " by hand"));
    List<String> words = roles.stream().map(Role::words).toList();
    if (!parts.getItems().equals(words)) {
      parts.getItems().setAll(words);
    }
    parts.setValue(part.map(Role::words).orElse(null));
    List<String> names = new ArrayList<>(List.of(NOTHING));
    names.addAll(now.joints());
    if (!joints.getItems().equals(names)) {
      joints.getItems().setAll(names);
    }
    joints.setDisable(part.isEmpty());
    joints.setValue(part.map(p -> now.joint(p).orElse(NOTHING)).orElse(null));
    found.setDisable(part.map(p -> !now.isChanged(p)).orElse(true));
    all.setDisable(now.pass().map().changed().isEmpty());
    left.getChildren().clear();
    for (String line : now.left()) {
      Label label = new Label(line);
      label.setWrapText(true);
      label.setMinHeight(Region.USE_PREF_SIZE);
      label.getStyleClass().add("wh-soft");
      left.getChildren().add(label);
    }
    refreshMatch(now);
    side.show(
        SideView.Standing.of("take", now.source()),
        Optional.of(SideView.Standing.of(now.pass().character(), now.target())));
    quiet = false;
  }

  private void choose(Optional<Role> other) {
    part = other;
    refresh();
    // pegs turn it in the views, where what is selected stands out
    PassPicture.workOf(session, plateId)
        .map(w -> w.out().body())
        .ifPresent(
            body -> {
              BitSet joints = new BitSet();
              other.flatMap(r -> boxed(body.joint(r))).ifPresent(joints::set);
              session.select(body, joints);
            });
  }

  private static Optional<Integer> boxed(OptionalInt joint) {
    return joint.isPresent() ? Optional.of(joint.getAsInt()) : Optional.empty();
  }

  /** What is selected in the views is chosen here. */
  private void selected() {
    if (box.getScene() == null || pairs.isEmpty()) {
      return;
    }
    Optional<Role> held =
        PassPicture.workOf(session, plateId)
            .map(w -> w.out().body())
            .filter(body -> !session.selected(body).isEmpty())
            .flatMap(body -> body.role(session.held(body)))
            .filter(r -> pairs.get().source().joints().containsKey(r));
    if (held.isPresent() && !held.equals(part)) {
      part = held;
      refresh();
    }
  }

  private void fromList() {
    if (!quiet && parts.getValue() != null) {
      pairs
          .flatMap(
              p ->
                  p.source().joints().keySet().stream()
                      .filter(r -> r.words().equals(parts.getValue()))
                      .findFirst())
          .ifPresent(r -> choose(Optional.of(r)));
    }
  }

  private void jointChosen() {
    if (!quiet && part.isPresent() && joints.getValue() != null) {
      change("pair", part.get(), joints.getValue());
    }
  }

  /** The joint of the character that was found for another part shall answer this one. */
  private void pair(Role source, Role target) {
    Pairs now = pairs.orElseThrow();
    int joint =
        now.character().joint(target).orElseGet(() -> now.target().joint(target).orElse(-1));
    if (joint >= 0) {
      change("pair", source, now.character().skeleton().joint(joint).name());
    }
  }

  private void change(String name, Role role, String joint) {
    Pairs now = pairs.orElseThrow();
    Optional<String> wanted = joint.equals(NOTHING) ? Optional.empty() : Optional.of(joint);
    if (!now.joint(role).equals(wanted)) {
      edit(name + " " + role.words(), now.with(role, wanted));
    }
  }

  private void find(Role role) {
    edit(role.words() + " as found", pairs.orElseThrow().found(role));
  }

  private void edit(String name, RetargetPass changed) {
    session.editPlate(name, null, plateId, p -> p.withPass(changed));
  }
}
