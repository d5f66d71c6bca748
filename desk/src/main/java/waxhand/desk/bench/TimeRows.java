package waxhand.desk.bench;

import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import waxhand.desk.curves.CurvesRoom;
import waxhand.desk.kits.contacts.ContactLanes;
import waxhand.desk.kits.layers.KeyCurvesRoom;
import waxhand.desk.kits.layers.KeyLanes;
import waxhand.desk.timeline.Lanes;
import waxhand.desk.timeline.TimeArea;

/**
 * What stands below the transport: lanes with the contacts, or curves in their place. Where there
 * is little room lanes are scrolled before rows of contacts are.
 */
final class TimeRows extends Region {
  /** Keys are seen by so much at least, pixels. */
  private static final double LEAST_KEYS = 60;

  /** What is shown of the time. */
  private enum Face {
    LANES,
    KEY_CURVES,
    CURVES
  }

  private final Lanes lanes;
  private final ContactLanes contactLanes;
  private final KeyLanes keyLanes;
  private final ScrollPane contactRows;
  private final ScrollPane keyRows;
  private final CurvesRoom curves;
  private final KeyCurvesRoom keyCurves;
  private Face face = Face.LANES;

  TimeRows(
      Lanes lanes,
      ContactLanes contactLanes,
      KeyLanes keyLanes,
      CurvesRoom curves,
      KeyCurvesRoom keyCurves) {
    this.keyCurves = keyCurves;
    this.lanes = lanes;
    this.contactLanes = contactLanes;
    this.curves = curves;
    this.keyLanes = keyLanes;
    contactRows = rows(contactLanes);
    keyRows = rows(keyLanes);
    getChildren().addAll(lanes, contactRows, keyRows, curves, keyCurves);
    getStyleClass().add("wh-time-rows");
    show();
  }

  private static ScrollPane rows(TimeArea area) {
    ScrollPane rows = new ScrollPane(area);
    rows.getStyleClass().add("wh-rows");
    // the bar lies over the rows: narrower ones would not stand under the ruler any more
    area.prefWidthProperty().bind(rows.widthProperty());
    rows.setHmax(0);
    rows.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    rows.setMinHeight(0);
    rows.visibleProperty().bind(area.visibleProperty());
    rows.managedProperty().bind(area.visibleProperty());
    return rows;
  }

  /** What stands below the lanes: the keys of the active layer, else the contacts. */
  private ScrollPane below() {
    return keyRows.isManaged() ? keyRows : contactRows;
  }

  /**
   * Keys have the room that contacts have, so that the views do not jump when a layer is chosen.
   */
  private double belowHeight(double width) {
    return below().isManaged()
        ? Math.max(keyRows.isManaged() ? LEAST_KEYS : 0, contactRows.prefHeight(width))
        : 0;
  }

  /** Shows keys where a layer is chosen. */
  void chosen() {
    show();
    requestLayout();
  }

  @Override
  protected double computePrefHeight(double width) {
    double rows =
        face != Face.LANES
            ? curves.prefHeight(width)
            : lanes.prefHeight(width) + belowHeight(width);
    return snappedTopInset() + rows + snappedBottomInset();
  }

  @Override
  protected void layoutChildren() {
    double x = snappedLeftInset();
    double y = snappedTopInset();
    double w = getWidth() - x - snappedRightInset();
    double h = getHeight() - y - snappedBottomInset();
    if (face != Face.LANES) {
      curves.resizeRelocate(x, y, w, h);
      keyCurves.resizeRelocate(x, y, w, h);
      return;
    }
    double above = snapSizeY(Math.max(lanes.minHeight(w), h - belowHeight(w)));
    lanes.resizeRelocate(x, y, w, above);
    below().resizeRelocate(x, y + above, w, Math.max(0, h - above));
  }

  /** Shows curves in place of lanes, first those of the active layer; then lanes again. */
  void change() {
    face =
        face == Face.LANES
            ? keyCurves.isCalledFor() ? Face.KEY_CURVES : Face.CURVES
            : face == Face.KEY_CURVES ? Face.CURVES : Face.LANES;
    show();
  }

  /** What is worked at: empty for lanes. */
  String work() {
    return face == Face.LANES ? "" : "curves";
  }

  private void show() {
    if (face == Face.KEY_CURVES && !keyCurves.isCalledFor()) {
      face = Face.CURVES;
    }
    boolean shown = face != Face.LANES;
    show(curves, face == Face.CURVES);
    show(keyCurves, face == Face.KEY_CURVES);
    show(lanes, !shown);
    show(keyLanes, !shown && keyLanes.isCalledFor());
    show(contactLanes, !shown && !keyLanes.isCalledFor());
  }

  private static void show(Node node, boolean shown) {
    node.setVisible(shown);
    node.setManaged(shown);
  }

  void repaint() {
    lanes.draw();
    contactLanes.draw();
    keyLanes.draw();
    curves.pane().draw();
    keyCurves.draw();
  }
}
