package waxhand.desk.kits.ground;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Keys;
import waxhand.core.chain.Keys.Key;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.scene.Motion;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.Session;

/** Keys of a height that changes slowly: one a row, and a button that grounds the present frame. */
final class HeightKeys {
  private final VBox rows = new VBox(4);
  private final VBox box;
  private Session session;
  private String plateId = "";
  private List<Key<Double>> shown = List.of();

  HeightKeys() {
    Button here = new Button("Ground this frame");
    here.setId("ground-here");
    here.getStyleClass().add("wh-small");
    here.setTooltip(
        new Tooltip("Adds a height key that brings the lowest sole to the floor at the playhead"));
    here.setOnAction(e -> ground());
    box = new VBox(4, rows, here);
  }

  Node node() {
    return box;
  }

  void show(Session shownSession, String id) {
    session = shownSession;
    List<Key<Double>> keys =
        session.chain().plates().stream()
            .filter(p -> p.id().equals(id) && p.pass() instanceof LevelPass)
            .flatMap(p -> ((LevelPass) p.pass()).keys().all().stream())
            .toList();
    if (id.equals(plateId) && keys.equals(shown)) {
      return;
    }
    plateId = id;
    shown = keys;
    rows.getChildren().clear();
    for (int n = 0; n < keys.size(); n++) {
      rows.getChildren().add(row(keys.get(n)));
    }
  }

  private HBox row(Key<Double> key) {
    Button go = new Button(String.valueOf(key.frame()));
    go.getStyleClass().add("wh-small");
    go.setTooltip(new Tooltip("Go to the key"));
    go.setOnAction(e -> session.seek(key.frame()));
    TextField up = new TextField(String.format(Locale.ROOT, "%.1f", 1000 * key.value()));
    up.setPrefColumnCount(6);
    up.setAccessibleText("lift at frame " + key.frame() + " in mm");
    Editor.whenTyped(
        up,
        () -> {
          try {
            double m = Double.parseDouble(up.getText().strip()) / 1000;
            if (Math.abs(m) <= 5 && m != key.value()) {
              edit("height key", keys -> keys.plus(key.frame(), m));
            }
          } catch (NumberFormatException e) {
            up.setText(String.format(Locale.ROOT, "%.1f", 1000 * key.value()));
          }
        });
    Button remove = new Button("×");
    remove.getStyleClass().add("wh-small");
    remove.setTooltip(new Tooltip("Remove the key"));
    remove.setOnAction(e -> edit("remove height key", keys -> keys.without(key.frame())));
    HBox row = new HBox(6, new Label("frame"), go, up, new Label("mm"), remove);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  /** Lifts or lowers the present frame until its lowest sole stands on the floor. */
  private void ground() {
    Optional<PassPicture.Work> work = PassPicture.workOf(session, plateId);
    if (work.isEmpty() || work.get().out().body().soles().isEmpty()) {
      return;
    }
    Motion out = work.get().out();
    int at = session.chain().indexOf(plateId).orElseThrow();
    int raw = session.frameProperty().get();
    int frame = session.chain().timing(session.frames(), at).local(raw);
    WorldPose pose = new WorldPose(out.clip().skeleton());
    pose.solve(out.clip(), Math.min(frame, out.clip().frames() - 1));
    double low = out.body().soles().stream().mapToDouble(s -> s.lowest(pose)).min().orElse(0);
    LevelPass level = (LevelPass) work.get().settled();
    double is = level.liftAt(frame);
    edit("ground frame " + raw, keys -> keys.plus(raw, is - low));
  }

  private void edit(String name, UnaryOperator<Keys<Double>> change) {
    session.editPlate(
        name,
        null,
        plateId,
        p -> {
          LevelPass level = (LevelPass) p.pass();
          return p.withPass(level.withKeys(change.apply(level.keys())));
        });
  }
}
