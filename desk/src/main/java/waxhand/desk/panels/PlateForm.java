package waxhand.desk.panels;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Chain;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Setting;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.PassKinds;
import waxhand.desk.command.Commands;

/**
 * Everything of the chosen plate. The settings of every kind of pass are made once: making controls
 * takes longer than a drawn frame. Only those of the chosen kind are in the window, so that a
 * change of theme need not style the others.
 */
final class PlateForm extends VBox {
  /** The settings of one kind, with its picture. */
  private record Own(
      Node node, List<Editor> editors, List<Node> nodes, Optional<PassPicture> picture) {}

  private final ChosenPlate chosen;
  private final SettingEditors editors;
  private final Function<PassKind<?>, Optional<PassPicture>> picture;

  /** Made when a plate of the kind is shown for the first time. */
  private final Map<PassKind<?>, Own> own = new LinkedHashMap<>();

  private final StackPane settings = new StackPane();
  private final Label help = new Label();
  private final Label complaint = new Label();
  private final List<Editor> common = new ArrayList<>();
  private final VBox where;
  private final Node parts;
  private final NumberField weight;
  private final Node name;
  private final NameEditor naming;

  PlateForm(
      ChosenPlate chosen, PassPicture.Source pictures, PassPicture.Tools tools, Commands commands) {
    super(8);
    this.chosen = chosen;
    help.setWrapText(true);
    help.getStyleClass().add("wh-soft");
    complaint.setId("complaint");
    complaint.setWrapText(true);
    complaint.setMinHeight(USE_PREF_SIZE);
    complaint.getStyleClass().add("wh-trouble");
    complaint.managedProperty().bind(complaint.textProperty().isNotEmpty());
    weight =
        new NumberField(
                "weight",
                "Weight",
                "%",
                0,
                100,
                0,
                100,
                0,
                "Share of the pass that counts",
                v -> chosen.drag("weight", "weight", p -> p.withWeight(v / 100)),
                chosen.session()::settle)
            .labelled();
    naming = new NameEditor(chosen);
    name = add(naming);
    HBox.setHgrow(name, Priority.ALWAYS);
    HBox top = new HBox(name);
    for (String id : List.of("mute", "lock", "duplicate", "delete-plate")) {
      top.getChildren().add(commands.button(id));
    }
    top.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(top, help, complaint, weight);
    editors = new SettingEditors(chosen);
    picture = kind -> pictures.of(kind, tools);
    getChildren().add(settings);
    parts = add(new ScopeEditor(chosen));
    where = new VBox(8, add(new SpanEditor(chosen)), parts);
    getChildren().add(where);
  }

  /** Lets the artist type another name for the plate. */
  void rename() {
    naming.begin();
  }

  /** Why the plate cannot do what it is there for, if so. */
  private String complaint(Plate plate) {
    Chain chain = chosen.session().chain();
    return PassPicture.workOf(chosen.session(), plate.id())
        .filter(w -> chain.indexOf(plate.id()).isPresent() && plate.acts())
        .flatMap(
            w -> {
              int index = chain.indexOf(plate.id()).getAsInt();
              TimeMap before = chain.timing(chosen.session().frames(), index);
              Plate placed = chain.placed(index, before);
              return placed.muted()
                  ? Optional.of("Every frame of the span is cut out by a pass before this one.")
                  : w.prepared().flatMap(ready -> placed.complaint(w.in(), ready));
            })
        .orElse("");
  }

  private Node add(Editor editor) {
    common.add(editor);
    return editor.node();
  }

  private Optional<Own> own(PassKind<?> kind) {
    return PassKinds.ALL.contains(kind)
        ? Optional.of(own.computeIfAbsent(kind, k -> make(k, editors, picture.apply(k))))
        : Optional.empty();
  }

  private static Own make(PassKind<?> kind, SettingEditors factory, Optional<PassPicture> picture) {
    VBox box = new VBox(8);
    List<Editor> editors = new ArrayList<>();
    List<Node> nodes = new ArrayList<>();
    List<Node> below = new ArrayList<>();
    Set<String> seldom = picture.map(PassPicture::below).orElse(Set.of());
    for (Setting<?> setting : kind.settings()) {
      Editor editor = factory.of(setting);
      Node node = editor.node();
      editors.add(editor);
      nodes.add(node);
      if (seldom.contains(setting.key())) {
        below.add(node);
      } else if (!editor.isNarrow()) {
        box.getChildren().add(node);
      } else if (!box.getChildren().isEmpty()
          && box.getChildren().get(box.getChildren().size() - 1) instanceof FlowPane line) {
        line.getChildren().add(node);
      } else {
        box.getChildren().add(narrowLine(node));
      }
    }
    picture.ifPresent(
        p -> box.getChildren().add(p.isFirst() ? 0 : box.getChildren().size(), p.node()));
    box.getChildren().addAll(below);
    return new Own(box, editors, nodes, picture);
  }

  private static FlowPane narrowLine(Node first) {
    FlowPane line = new FlowPane(14, 6, first);
    line.setRowValignment(VPos.CENTER);
    return line;
  }

  void show(Plate plate) {
    PassKind<?> kind = plate.pass().kind();
    boolean renamed = !plate.name().equals(kind.words());
    String says = renamed ? kind.words() + ": " + kind.help() : kind.help();
    help.setText(plate.locked() ? "Locked: open the clasp above to change it. " + says : says);
    List.of(settings, where, weight, name).forEach(n -> n.setDisable(plate.locked()));
    complaint.setText(complaint(plate));
    List<Node> shown = own(kind).map(Own::node).map(List::of).orElse(List.of());
    if (!settings.getChildren().equals(shown)) {
      settings.getChildren().setAll(shown);
    }
    PassPanel.put(where, kind.local());
    PassPanel.put(parts, kind.scoped());
    common.forEach(e -> e.show(plate));
    own(kind)
        .ifPresent(
            o -> {
              o.editors().forEach(e -> e.show(plate));
              for (int i = 0; i < o.nodes().size(); i++) {
                Setting<?> setting = kind.settings().get(i);
                boolean elsewhere =
                    o.picture().map(p -> p.settings().contains(setting.key())).orElse(false);
                PassPanel.put(o.nodes().get(i), !elsewhere && kind.applies(plate.pass(), setting));
              }
              // a line of nothing but hidden settings is no line
              for (Node line : ((VBox) o.node()).getChildren()) {
                if (line instanceof FlowPane flow) {
                  PassPanel.put(flow, flow.getChildren().stream().anyMatch(Node::isVisible));
                }
              }
            });
    PassPanel.put(weight, plate.isWeighted() || plate.weight() < 1);
    weight.show(100 * plate.weight());
    showPicture();
  }

  /** Draws what depends on the playhead. */
  void showPicture() {
    chosen
        .now()
        .flatMap(p -> own(p.pass().kind()))
        .flatMap(Own::picture)
        .ifPresent(p -> p.show(chosen.session(), chosen.id()));
  }
}
