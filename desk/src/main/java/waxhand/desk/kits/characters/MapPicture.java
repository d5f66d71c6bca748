package waxhand.desk.kits.characters;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.core.body.Role;
import waxhand.core.passes.character.RetargetPass;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.Session;

/** Which parts of the character answer those of the take, to be seen and changed. */
public final class MapPicture implements PassPicture {
  private static final String NOTHING = "nothing";

  private final PairFigures figures;
  private final ComboBox<String> parts = new ComboBox<>();
  private final ComboBox<String> joints = new ComboBox<>();
  private final Button found = new Button("As found");
  private final Button all = new Button("All as found");
  private final Label count = new Label();
  private final VBox left = new VBox(2);
  private final VBox box;
  private Session session;
  private String plateId = "";
  private Optional<Pairs> pairs = Optional.empty();
  private Optional<Role> part = Optional.empty();
  private boolean quiet;

  public MapPicture(Tools tools) {
    session = tools.session();
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
    count.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    HBox pick = new HBox(6, parts, joints);
    box =
        new VBox(
            6, Editor.heading("Map"), count, figures, pick, new FlowPane(6, 6, found, all), left);
    box.setId("character-map");
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
    long paired = roles.stream().filter(now::isPaired).count();
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
    List<String> names = new java.util.ArrayList<>(List.of(NOTHING));
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
      label.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
      label.getStyleClass().add("wh-soft");
      left.getChildren().add(label);
    }
    quiet = false;
  }

  private void choose(Optional<Role> other) {
    part = other;
    refresh();
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
