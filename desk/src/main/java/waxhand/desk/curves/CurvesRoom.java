package waxhand.desk.curves;

import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/** Curves with what is chosen about them. */
public final class CurvesRoom extends VBox {
  private final Session session;
  private final CurvesPane pane;

  /**
   * @param marked frames that stand out
   * @param drag what becomes of a region that is dragged
   */
  public CurvesRoom(
      Session session, ObservableValue<Optional<Frames>> marked, RegionDrag drag, Palette palette) {
    this.session = session;
    pane = new CurvesPane(session, marked, palette);
    VBox.setVgrow(pane, Priority.ALWAYS);
    pane.visibleProperty().bind(visibleProperty());
    pane.onDrag(drag);
    getChildren().addAll(tools(), pane);
  }

  public CurvesPane pane() {
    return pane;
  }

  private HBox tools() {
    ChoiceBox<Quantity> quantity = new ChoiceBox<>();
    quantity.setId("quantity");
    quantity.getItems().addAll(Quantity.values());
    quantity.valueProperty().bindBidirectional(pane.quantityProperty());
    quantity.setTooltip(new Tooltip("What the curves are of"));
    ChoiceBox<Grouping> grouping = new ChoiceBox<>();
    grouping.setId("grouping");
    grouping.getItems().addAll(Grouping.values());
    grouping.valueProperty().bindBidirectional(pane.groupingProperty());
    grouping.setTooltip(new Tooltip("Which curves share a row"));
    ToggleButton apart = toggle("apart", "B less A", "What B is more than A, alone");
    apart.selectedProperty().bindBidirectional(pane.apartProperty());
    ToggleButton spectrum =
        toggle("spectrum", "Spectrum", "Strength of each frequency, in the region or in sight");
    spectrum.selectedProperty().bindBidirectional(pane.spectrumProperty());
    Button fit = new Button("Fit");
    fit.setId("fit-curves");
    fit.setTooltip(new Tooltip("The whole take"));
    fit.setOnAction(e -> pane.fit());
    Button fitRegion = new Button("Fit region");
    fitRegion.setOnAction(e -> pane.fitRegion());
    Button span = new Button("Span of the pass");
    span.setId("region-to-span");
    span.setTooltip(new Tooltip("The chosen pass acts in this region, with eases"));
    span.setOnAction(e -> toSpan());
    Label words = new Label();
    words.setId("region-words");
    words.getStyleClass().addAll("wh-soft", "wh-small");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    Runnable show =
        () -> {
          Optional<Frames> region = pane.regionProperty().get();
          fitRegion.setDisable(region.isEmpty());
          span.setDisable(region.isEmpty() || !hasLocalPlate());
          words.setText(
              region
                  .map(
                      r ->
                          "frames "
                              + r.from()
                              + "–"
                              + (r.to() - 1)
                              + ": drag inside to shift in value or in time")
                  .orElse("Drag over frames to select a region; the wheel zooms"));
        };
    pane.regionProperty().addListener((o, a, b) -> show.run());
    session.plateIdProperty().addListener((o, a, b) -> show.run());
    show.run();
    HBox tools = new HBox(6, quantity, grouping, apart, spectrum, fit, fitRegion, span, gap, words);
    tools.getStyleClass().add("wh-curve-tools");
    tools.setAlignment(Pos.CENTER_LEFT);
    return tools;
  }

  private static ToggleButton toggle(String id, String words, String tip) {
    ToggleButton toggle = new ToggleButton(words);
    toggle.setId(id);
    toggle.setTooltip(new Tooltip(tip));
    return toggle;
  }

  private boolean hasLocalPlate() {
    return session.plate().map(p -> p.pass().kind().local()).orElse(false);
  }

  private void toSpan() {
    Optional<Frames> region = pane.regionProperty().get();
    if (region.isPresent() && hasLocalPlate()) {
      Plate plate = session.plate().orElseThrow();
      session.editPlate(
          "span of " + plate.name(),
          null,
          plate.id(),
          p -> p.withSpan(session.spanOf(region.get())));
    }
  }
}
