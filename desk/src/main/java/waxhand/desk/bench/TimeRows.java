package waxhand.desk.bench;

import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.desk.curves.CurvesRoom;
import waxhand.desk.kits.contacts.ContactLanes;
import waxhand.desk.timeline.Lanes;

/** What stands below the transport: lanes with the contacts, or curves in their place. */
final class TimeRows extends VBox {
  private final Lanes lanes;
  private final ContactLanes contactLanes;
  private final CurvesRoom curves;

  TimeRows(Lanes lanes, ContactLanes contactLanes, CurvesRoom curves) {
    this.lanes = lanes;
    this.contactLanes = contactLanes;
    this.curves = curves;
    ScrollPane contactRows = new ScrollPane(contactLanes);
    contactRows.getStyleClass().add("wh-rows");
    contactRows.setFitToWidth(true);
    contactRows.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    contactRows.setMinHeight(0);
    contactRows.visibleProperty().bind(contactLanes.visibleProperty());
    contactRows.managedProperty().bind(contactLanes.visibleProperty());
    VBox.setVgrow(lanes, Priority.SOMETIMES);
    VBox.setVgrow(curves, Priority.ALWAYS);
    getChildren().addAll(lanes, contactRows, curves);
    getStyleClass().add("wh-time-rows");
    showCurves(false);
  }

  /** Shows curves in place of lanes, or lanes again. */
  void change() {
    showCurves(!curves.isVisible());
  }

  /** What is worked at: empty for lanes. */
  String work() {
    return curves.isVisible() ? "curves" : "";
  }

  private void showCurves(boolean shown) {
    show(curves, shown);
    show(lanes, !shown);
    show(contactLanes, !shown);
  }

  private static void show(Node node, boolean shown) {
    node.setVisible(shown);
    node.setManaged(shown);
  }

  void repaint() {
    lanes.draw();
    contactLanes.draw();
    curves.pane().draw();
  }
}
