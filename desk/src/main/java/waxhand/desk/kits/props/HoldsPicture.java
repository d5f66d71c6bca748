package waxhand.desk.kits.props;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.desk.command.Commands;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.Session;

/**
 * What a prop has beside its settings: a mesh, and when hands have it, taken and let go at the
 * playhead, ends typed in frames.
 */
public final class HoldsPicture implements PassPicture {
  private final VBox rows = new VBox(4);
  private final VBox box;
  private Session session;
  private String plateId = "";
  private List<Hold> shown = List.of();

  public HoldsPicture(Commands commands) {
    FlowPane take = new FlowPane(6, 6);
    for (Holder by : Holder.values()) {
      take.getChildren()
          .add(
              button(
                  "take-" + by.words().replace(' ', '-'), "Take: " + by.words(), () -> take(by)));
    }
    take.getChildren().add(button("let-go", "Let go here", this::letGo));
    take.getChildren().add(button("bring", "Bring it between the hands", this::bring));
    Button mesh = button("load-mesh", "Load a mesh…", () -> commands.get("load-mesh").run());
    mesh.setTooltip(new Tooltip("Takes its form from a glTF file (.glb, .gltf)"));
    box = new VBox(6, mesh, Editor.heading("Held"), rows, take);
    box.setId("holds");
  }

  private static Button button(String id, String words, Runnable action) {
    Button button = new Button(words);
    button.setId(id);
    button.getStyleClass().add("wh-small");
    button.setTooltip(new Tooltip(words + ", at the playhead"));
    button.setOnAction(e -> action.run());
    return button;
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public void show(Session shownSession, String id) {
    session = shownSession;
    List<Hold> holds =
        session.chain().plates().stream()
            .filter(p -> p.id().equals(id))
            .map(Plate::pass)
            .filter(PropPass.class::isInstance)
            .flatMap(p -> ((PropPass) p).holds().stream())
            .toList();
    if (id.equals(plateId) && holds.equals(shown)) {
      return;
    }
    plateId = id;
    shown = holds;
    rows.getChildren().clear();
    for (Hold hold : holds) {
      rows.getChildren().add(row(hold));
    }
    if (holds.isEmpty()) {
      Label none = new Label("Nobody has it. Go to the frame a hand takes it, and say which.");
      none.setWrapText(true);
      none.getStyleClass().add("wh-soft");
      rows.getChildren().add(none);
    }
  }

  private HBox row(Hold hold) {
    TextField from = field(hold.frames().from(), "first frame");
    TextField to = field(hold.frames().to() - 1, "last frame");
    Runnable typed =
        () -> {
          try {
            int a = Integer.parseInt(from.getText().strip());
            int b = Integer.parseInt(to.getText().strip()) + 1;
            Frames frames = a >= 0 && b > a ? new Frames(a, b) : hold.frames();
            if (!frames.equals(hold.frames())) {
              edit(
                  "hold",
                  holds -> {
                    holds.replaceAll(h -> h.equals(hold) ? new Hold(h.by(), frames) : h);
                    return holds;
                  });
              return;
            }
          } catch (NumberFormatException e) {
            // as it was
          }
          from.setText(String.valueOf(hold.frames().from()));
          to.setText(String.valueOf(hold.frames().to() - 1));
        };
    Editor.whenTyped(from, typed);
    Editor.whenTyped(to, typed);
    Button remove = new Button("×");
    remove.getStyleClass().add("wh-small");
    remove.setTooltip(new Tooltip("Nobody has it then"));
    remove.setOnAction(
        e ->
            edit(
                "remove hold",
                holds -> {
                  holds.remove(hold);
                  return holds;
                }));
    HBox row = new HBox(6, new Label(hold.by().words()), from, new Label("to"), to, remove);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private static TextField field(int frame, String words) {
    TextField field = new TextField(String.valueOf(frame));
    field.setPrefColumnCount(5);
    field.setAccessibleText(words);
    return field;
  }

  private void take(Holder by) {
    int frame = session.frameProperty().get();
    edit(
        by.words() + " takes it",
        holds -> {
          int end = session.frames();
          for (Hold hold : holds) {
            if (hold.frames().from() > frame) {
              end = Math.min(end, hold.frames().from());
            }
          }
          List<Hold> cut = ended(holds, frame);
          cut.add(new Hold(by, new Frames(frame, end)));
          return cut;
        });
  }

  /** Places the prop so that it is between both hands at the playhead. */
  private void bring() {
    PassPicture.workOf(session, plateId)
        .ifPresent(
            work -> {
              int at = session.chain().indexOf(plateId).orElseThrow();
              int frame =
                  session.chain().timing(session.frames(), at).local(session.frameProperty().get());
              PropPass prop = (PropPass) work.plate().pass();
              Optional<PropPass> there = prop.betweenHands(work.in(), frame);
              there.ifPresent(
                  p ->
                      session.editPlate(
                          "bring " + p.name(), null, plateId, plate -> plate.withPass(p)));
            });
  }

  private void letGo() {
    int frame = session.frameProperty().get();
    edit("let go", holds -> ended(holds, frame));
  }

  /** Holds that have begun end before a frame; one that begins there is gone. */
  private static List<Hold> ended(List<Hold> holds, int frame) {
    List<Hold> cut = new ArrayList<>();
    for (Hold hold : holds) {
      if (!hold.frames().contains(frame)) {
        cut.add(hold);
      } else if (hold.frames().from() < frame) {
        cut.add(new Hold(hold.by(), new Frames(hold.frames().from(), frame)));
      }
    }
    return cut;
  }

  /** What is carried goes along with the planted body, so its plate comes behind Plants. */
  private void edit(String name, UnaryOperator<List<Hold>> change) {
    session.editChain(
        name,
        null,
        chain -> {
          Chain changed =
              chain.changed(
                  plateId,
                  p -> {
                    PropPass prop = (PropPass) p.pass();
                    return p.withPass(prop.withHolds(change.apply(new ArrayList<>(prop.holds()))));
                  });
          int plants = lastPlants(changed);
          boolean before = changed.indexOf(plateId).orElseThrow() < plants;
          return before ? changed.moved(plateId, plants) : changed;
        });
  }

  private static int lastPlants(Chain chain) {
    int last = -1;
    for (int k = 0; k < chain.size(); k++) {
      last = chain.plates().get(k).pass() instanceof PlantsPass ? k : last;
    }
    return last;
  }
}
