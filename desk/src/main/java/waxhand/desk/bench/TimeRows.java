package waxhand.desk.bench;

import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import waxhand.desk.curves.CurvesRoom;
import waxhand.desk.kits.contacts.ContactLanes;
import waxhand.desk.timeline.Lanes;

/**
 * What stands below the transport: lanes with the contacts, or curves in their place. Where there
 * is little room lanes are scrolled before rows of contacts are.
 */
final class TimeRows extends Region {
  private final Lanes lanes;
  private final ContactLanes contactLanes;
  private final ScrollPane contactRows;
  private final CurvesRoom curves;

  TimeRows(Lanes lanes, ContactLanes contactLanes, CurvesRoom curves) {
    this.lanes = lanes;
    this.contactLanes = contactLanes;
    this.curves = curves;
    contactRows = new ScrollPane(contactLanes);
    contactRows.getStyleClass().add("wh-rows");
    // the bar lies over the rows: narrower ones would not stand under the ruler any more
    contactLanes.prefWidthProperty().bind(contactRows.widthProperty());
    contactRows.setHmax(0);
    contactRows.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    contactRows.setMinHeight(0);
    contactRows.visibleProperty().bind(contactLanes.visibleProperty());
    contactRows.managedProperty().bind(contactLanes.visibleProperty());
    getChildren().addAll(lanes, contactRows, curves);
    getStyleClass().add("wh-time-rows");
    showCurves(false);
  }

  private double contactsHeight(double width) {
    return contactRows.isManaged() ? contactRows.prefHeight(width) : 0;
  }

  @Override
  protected double computePrefHeight(double width) {
    double rows =
        curves.isManaged()
            ? curves.prefHeight(width)
            : lanes.prefHeight(width) + contactsHeight(width);
    return snappedTopInset() + rows + snappedBottomInset();
  }

  @Override
  protected void layoutChildren() {
    double x = snappedLeftInset();
    double y = snappedTopInset();
    double w = getWidth() - x - snappedRightInset();
    double h = getHeight() - y - snappedBottomInset();
    if (curves.isManaged()) {
      curves.resizeRelocate(x, y, w, h);
      return;
    }
    double above = snapSizeY(Math.max(lanes.minHeight(w), h - contactsHeight(w)));
    lanes.resizeRelocate(x, y, w, above);
    contactRows.resizeRelocate(x, y + above, w, Math.max(0, h - above));
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
