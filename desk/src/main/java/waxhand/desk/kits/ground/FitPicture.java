package waxhand.desk.kits.ground;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.body.Body;
import waxhand.core.character.Character;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.retarget.Upright;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.panels.SideView;
import waxhand.desk.session.Session;

/** The height of a body after a character's: by the hips, by the shoulders, or between. */
final class FitPicture {
  private static final String NONE = "no character";

  private final SideView view;
  private final ComboBox<String> character = new ComboBox<>();
  private final Label words = new Label();
  private final FlowPane acts = new FlowPane(6, 6);
  private final VBox box;
  private Session session;
  private String plateId = "";
  private Body raw;
  private boolean quiet;

  FitPicture(PassPicture.Tools tools) {
    session = tools.session();
    view = new SideView(tools.palette());
    character.setId("fit-character");
    character.setAccessibleText("Character whose height the body takes");
    character.setTooltip(new Tooltip("A character to compare with, from the side"));
    character.setMaxWidth(Double.MAX_VALUE);
    character.setOnAction(e -> chosen());
    words.setWrapText(true);
    words.setMinHeight(Region.USE_PREF_SIZE);
    words.getStyleClass().add("wh-soft");
    acts.getChildren()
        .addAll(
            button("fit-hips", "By hips", "Hips as high: for work on the legs", 0),
            button("fit-between", "Between", "For hands that touch the world", 0.5),
            button("fit-shoulders", "By shoulders", "Shoulders as high", 1));
    Button every = new Button("To every take");
    every.setId("fit-every");
    every.getStyleClass().add("wh-small");
    every.setTooltip(new Tooltip(tools.commands().get("share").words() + ": one datum for all"));
    every.setOnAction(e -> tools.commands().get("share").run());
    FlowPane shoot = new FlowPane(6, 6, every);
    box = new VBox(6, Editor.heading("Fit of size"), character, view, words, acts, shoot);
  }

  private Button button(String id, String words, String help, double shoulders) {
    Button button = new Button(words);
    button.setId(id);
    button.getStyleClass().add("wh-small");
    button.setTooltip(new Tooltip(help));
    button.setOnAction(e -> fit(words, shoulders));
    return button;
  }

  Node node() {
    return box;
  }

  /**
   * @param in body as it comes to the plate
   * @param out as it leaves it
   */
  void show(Session shown, String id, Body in, Body out) {
    session = shown;
    plateId = id;
    raw = in;
    List<String> names =
        new java.util.ArrayList<>(session.projectProperty().get().wardrobe().names());
    names.add(0, NONE);
    quiet = true;
    String kept = character.getValue();
    if (!character.getItems().equals(names)) {
      character.getItems().setAll(names);
    }
    character.setValue(names.contains(kept) ? kept : NONE);
    quiet = false;
    Optional<SideView.Standing> like = like().map(c -> SideView.Standing.of(c.name(), c.body()));
    SideView.Standing own = SideView.Standing.of("take", out);
    view.show(own, like);
    acts.setDisable(like.isEmpty());
    words.setText(like.map(l -> apart(own.upright(), l)).orElse("Choose a character to compare."));
  }

  private static String apart(Upright own, SideView.Standing like) {
    Upright its = like.upright();
    return "Its hips are "
        + higher(own.hipsM() - its.hipsM())
        + ", its shoulders "
        + higher(own.shouldersM() - its.shouldersM())
        + " than those of "
        + like.name()
        + ".";
  }

  private static String higher(double metres) {
    return String.format(
        Locale.ROOT, "%.1f cm %s", 100 * Math.abs(metres), metres < 0 ? "lower" : "higher");
  }

  private Optional<Character> like() {
    return Optional.ofNullable(character.getValue())
        .flatMap(n -> session.projectProperty().get().wardrobe().named(n));
  }

  private void chosen() {
    if (!quiet && raw != null) {
      PassPicture.workOf(session, plateId)
          .ifPresent(w -> show(session, plateId, w.in().body(), w.out().body()));
    }
  }

  private void fit(String name, double shoulders) {
    like()
        .ifPresent(
            c -> {
              double heightM = Upright.of(raw).heightLike(Upright.of(c.body()), shoulders);
              session.editPlate(
                  "fit to " + c.name() + " " + name.toLowerCase(Locale.ROOT),
                  null,
                  plateId,
                  p -> p.withPass(((LevelPass) p.pass()).withActor(OptionalDouble.of(heightM))));
            });
  }
}
