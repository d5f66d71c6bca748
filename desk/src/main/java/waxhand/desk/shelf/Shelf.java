package waxhand.desk.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.desk.session.Session;

/** The rooms of the left side, one shown at a time. */
public final class Shelf extends VBox {
  private final ToggleGroup group = new ToggleGroup();
  private final List<ToggleButton> tabs = new ArrayList<>();

  /**
   * @param findings the worklist
   * @param parts of the body
   * @param poses that can be put on a layer
   * @param characters that takes can be put on
   * @param notes the list of notes
   */
  public Shelf(
      Session session, Node findings, Node parts, Node poses, Node characters, Node notes) {
    getStyleClass().addAll("wh-side", "wh-side-left");
    VBox lines = new VBox(new HBox(), new HBox());
    lines.getStyleClass().add("wh-tabs");
    getChildren().add(lines);
    add("Findings", findings);
    add("Takes", new TakesRoom(session));
    add("Parts", parts);
    add("Poses", poses);
    add("Characters", characters);
    add("Notes", notes);
    lines.widthProperty().addListener((o, a, b) -> stack(lines, b.doubleValue()));
    stack(lines, Double.MAX_VALUE);
    group.selectToggle(group.getToggles().get(0));
    setMinWidth(0);
  }

  private void add(String words, Node list) {
    ToggleButton tab = new ToggleButton(words);
    tab.setId("tab-" + words.toLowerCase(Locale.ROOT));
    tab.setToggleGroup(group);
    tab.setMaxWidth(Double.MAX_VALUE);
    list.visibleProperty().bind(tab.selectedProperty());
    list.managedProperty().bind(tab.selectedProperty());
    tab.setOnAction(e -> tab.setSelected(true));
    HBox.setHgrow(tab, Priority.ALWAYS);
    tabs.add(tab);
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().add(list);
  }

  /** Puts the tabs in one line where their words have room, else in two. */
  private void stack(VBox lines, double width) {
    double wanted = tabs.stream().mapToDouble(t -> t.prefWidth(-1)).sum();
    HBox first = (HBox) lines.getChildren().get(0);
    HBox second = (HBox) lines.getChildren().get(1);
    int inFirst = wanted <= width ? tabs.size() : tabs.size() / 2;
    if (first.getChildren().size() != inFirst) {
      first.getChildren().clear();
      second.getChildren().clear();
      first.getChildren().addAll(tabs.subList(0, inFirst));
      second.getChildren().addAll(tabs.subList(inFirst, tabs.size()));
    }
  }
}
