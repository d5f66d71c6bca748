package waxhand.desk.shelf;

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
    HBox tabs = new HBox();
    tabs.getStyleClass().add("wh-tabs");
    getChildren().add(tabs);
    add(tabs, "Findings", findings);
    add(tabs, "Takes", new TakesRoom(session));
    add(tabs, "Parts", parts);
    add(tabs, "Poses", poses);
    add(tabs, "Characters", characters);
    add(tabs, "Notes", notes);
    group.selectToggle(group.getToggles().get(0));
    setMinWidth(0);
  }

  private void add(HBox tabs, String words, Node list) {
    ToggleButton tab = new ToggleButton(words);
    tab.setId("tab-" + words.toLowerCase(Locale.ROOT));
    tab.setToggleGroup(group);
    tab.setMaxWidth(Double.MAX_VALUE);
    list.visibleProperty().bind(tab.selectedProperty());
    list.managedProperty().bind(tab.selectedProperty());
    tab.setOnAction(e -> tab.setSelected(true));
    HBox.setHgrow(tab, Priority.ALWAYS);
    tabs.getChildren().add(tab);
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().add(list);
  }
}
