package waxhand.desk.kits.layers;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.layers.LayerKeys;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.scene.Motion;
import waxhand.core.thin.Deviation;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.panels.Plot;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/**
 * What thinning comes to: how many keys at which tolerance, how far off they are over time, and the
 * keys to go on with by hand.
 */
public final class ThinPicture implements PassPicture {
  /** Tolerances that are tried, as shares of the one that is set. */
  private static final double[] TRIED = {0.25, 0.5, 1, 2, 4};

  /** So many frames around the middle tell how keys go with the tolerance. */
  private static final int TRIED_FRAMES = 1536;

  /** What the keys depend on. */
  private record Thinned(Motion in, Motion out, ThinPass pass, Place place) {}

  /** What is told of them. */
  private record Told(LayerKeys keys, Deviation off, double[] tried) {}

  private final Session session;
  private final Plot counts;
  private final Plot deviation;
  private final Label words = new Label();
  private final Button worst = new Button("To the worst place");
  private final Button open = new Button("Open as a layer");
  private final VBox box;
  private final WorkedOut<Thinned, Optional<Told>> found = new WorkedOut<>(Optional.empty());
  private Optional<Told> told = Optional.empty();
  private String plateId = "";

  public ThinPicture(Session session, Palette palette) {
    this.session = session;
    counts = new Plot(palette, "× tolerance", "keys", 92);
    deviation = new Plot(palette, "s", "mm", 92);
    counts.setId("thin-counts");
    deviation.setId("thin-deviation");
    words.setId("thin-words");
    words.setWrapText(true);
    words.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    worst.setId("thin-worst");
    worst.setTooltip(new Tooltip("Go to the frame in which anything is farthest off"));
    worst.setOnAction(e -> told.ifPresent(t -> session.seek(timing().raw(t.off.worstFrame()))));
    open.setId("thin-open");
    open.setTooltip(
        new Tooltip("Puts a layer with these keys in the place of this pass, to go on by hand"));
    open.setOnAction(e -> told.ifPresent(this::open));
    for (Button button : List.of(worst, open)) {
      button.getStyleClass().add("wh-small");
    }
    HBox buttons = new HBox(8, open, worst);
    buttons.setAlignment(Pos.CENTER_LEFT);
    box = new VBox(6, words, buttons, counts, deviation);
  }

  @Override
  public Node node() {
    return box;
  }

  private TimeMap timing() {
    Chain chain = session.chain();
    return chain.timing(session.frames(), chain.indexOf(plateId).orElse(0));
  }

  @Override
  public void show(Session of, String id) {
    plateId = id;
    Optional<PassPicture.Work> work = PassPicture.workOf(session, id);
    if (work.isEmpty() || !(work.get().settled() instanceof ThinPass pass)) {
      return;
    }
    Motion in = work.get().in();
    Motion out = work.get().out();
    Place place = placed(id).orElse(work.get().plate()).place();
    Thinned key = new Thinned(in, out, pass, place);
    told = found.of(key, w -> Optional.of(tell(key, w)), () -> show(session, id));
    boolean known = found.knows(key);
    open.setDisable(!known);
    worst.setDisable(!known);
    if (!known || told.isEmpty()) {
      words.setText("Finding keys…");
      return;
    }
    show(told.get(), 1000 * pass.toleranceM(), in.clip().rateHz());
  }

  /** The plate with its span in what is left before it. */
  private Optional<Plate> placed(String id) {
    Chain chain = session.chain();
    return chain.indexOf(id).isPresent()
        ? Optional.of(chain.placed(chain.indexOf(id).getAsInt(), timing()))
        : Optional.empty();
  }

  private static Told tell(Thinned key, waxhand.core.work.Work work) {
    LayerKeys keys = LayerKeys.of(key.pass.prepared(key.in, key.place), key.in, work);
    Frames run = key.place.frames(key.in.clip().frames());
    Deviation off = Deviation.of(key.in, key.out, run, work);
    int middle = (run.from() + run.to()) / 2;
    Frames part =
        new Frames(Math.max(0, middle - TRIED_FRAMES / 2), Math.max(1, middle + TRIED_FRAMES / 2))
            .within(run);
    double[] tried = new double[TRIED.length];
    for (int n = 0; n < tried.length && !part.isEmpty(); n++) {
      ThinPass other =
          new ThinPass(
              key.pass.keys(),
              Math.min(Math.toRadians(15), TRIED[n] * key.pass.toleranceRad()),
              Math.min(0.1, TRIED[n] * key.pass.toleranceM()),
              key.pass.holdsContacts());
      Place some = new Place(Span.of(part, 0), key.place.scope());
      LayerKeys its = LayerKeys.of(other.prepared(key.in, some), key.in, work);
      tried[n] = Math.rint((double) its.keys() * run.count() / part.count());
    }
    return new Told(keys, off, tried);
  }

  private void show(Told is, double toleranceMm, double rate) {
    String of =
        session
            .plate()
            .filter(p -> !p.scope().equals(Scope.ALL))
            .map(p -> "Of the chosen parts alone: ")
            .orElse("");
    words.setText(
        String.format(
            Locale.ROOT,
            "%s%d keys for %d samples, %.1f times fewer. At most %.2f° and %.1f mm off.",
            of,
            is.keys.keys(),
            is.keys.samples(),
            is.keys.keys() == 0 ? 1 : (double) is.keys.samples() / is.keys.keys(),
            is.off.worstDegrees(),
            is.off.worstMm()));
    counts.show(
        "Keys at a tolerance",
        List.of(new Plot.Series(TRIED, is.tried, Ink.WAX_SHADE, 1.8)),
        List.of(1.0));
    double[] seconds = new double[is.off.mm().length];
    for (int n = 0; n < seconds.length; n++) {
      seconds[n] = (is.off.run().from() + n) / rate;
    }
    double[] tolerance = new double[seconds.length];
    Arrays.fill(tolerance, toleranceMm);
    deviation.show(
        "Farthest off, and the tolerance",
        List.of(
            new Plot.Series(seconds, tolerance, Ink.SOFT, 1),
            new Plot.Series(seconds, is.off.mm(), Ink.WAX_SHADE, 1)),
        List.of(session.frameProperty().get() / rate));
  }

  /** Puts a layer with the keys in the place of the plate. */
  private void open(Told is) {
    TimeMap timing = timing();
    List<LayerRow> rows =
        is.keys.rows().stream()
            .map(
                r ->
                    r.withCurve(
                        r.curve()
                            .changed(
                                k -> !timing.isPlain(),
                                k -> k.withFrame(timing.rawAt((int) k.frame())))))
            .toList();
    LayerPass layer = is.keys.layer().withRows(rows);
    String fresh = session.chain().freshId(LayerPass.KIND);
    String thin = plateId;
    session.editChain(
        "open keys as a layer",
        null,
        c -> {
          int at = c.indexOf(thin).orElseThrow();
          Plate plate = c.plates().get(at);
          Plate keyed =
              Plate.of(fresh, layer)
                  .withName("Keys of " + plate.name())
                  .withSpan(plate.span())
                  .withWeight(plate.weight());
          return c.without(thin).inserted(at, keyed);
        });
    session.plateIdProperty().set(Optional.of(fresh));
  }
}
