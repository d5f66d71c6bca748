package waxhand.desk.kits.ground;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.ToDoubleFunction;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;
import waxhand.core.measure.Slide;
import waxhand.core.motion.Frames;
import waxhand.core.plants.Plant;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.panels.Editor;
import waxhand.desk.panels.NumberField;
import waxhand.desk.panels.PassPanel;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.Session;

/** What there is to set on the selected contacts, in numbers. */
public final class PlantPicture implements PassPicture {
  /** One number of a plant. */
  private record Number(NumberField field, ToDoubleFunction<Plant> get) {}

  private final Contacts contacts;
  private final Label title = Editor.heading("Contact");
  private final Label words = new Label();
  private final VBox fields = new VBox(4);
  private final VBox box = new VBox(6, title, words, fields);
  private final List<Number> numbers;

  public PlantPicture(Contacts contacts, Session session) {
    this.contacts = contacts;
    words.setWrapText(true);
    words.getStyleClass().add("wh-soft");
    numbers =
        List.of(
            number(
                session,
                new String[] {"contact-first", "From frame", ""},
                new double[] {0, 1e6, 0, 0},
                p -> p.frames().from(),
                (p, v) -> {
                  int from = Math.min((int) Math.round(v), p.frames().to() - 1);
                  return p.withFrames(new Frames(from, p.frames().to()));
                }),
            number(
                session,
                new String[] {"contact-last", "To frame", ""},
                new double[] {0, 1e6, 0, 0},
                p -> p.frames().to() - 1,
                (p, v) -> {
                  int to = Math.max((int) Math.round(v) + 1, p.frames().from() + 1);
                  return p.withFrames(
                      new Frames(p.frames().from(), Math.min(to, session.frames())));
                }),
            number(
                session,
                new String[] {"contact-ease-in", "Ease in", "fr."},
                new double[] {0, 1000, 60, 0},
                Plant::easeIn,
                (p, v) -> p.withEases((int) Math.round(v), p.easeOut())),
            number(
                session,
                new String[] {"contact-ease-out", "Ease out", "fr."},
                new double[] {0, 1000, 60, 0},
                Plant::easeOut,
                (p, v) -> p.withEases(p.easeIn(), (int) Math.round(v))),
            number(
                session,
                new String[] {"contact-strength", "Strength", "%"},
                new double[] {0, 100, 100, 0},
                p -> 100 * p.strength(),
                (p, v) -> p.withStrength(v / 100)),
            number(
                session,
                new String[] {"contact-x", "Spot x", "mm"},
                new double[] {-5000, 5000, 200, 0},
                p -> 1000 * p.move().x(),
                (p, v) -> moved(p, v / 1000, p.move().y(), p.move().z(), p.move().turnRad())),
            number(
                session,
                new String[] {"contact-y", "Spot y", "mm"},
                new double[] {-5000, 5000, 200, 0},
                p -> 1000 * p.move().y(),
                (p, v) -> moved(p, p.move().x(), v / 1000, p.move().z(), p.move().turnRad())),
            number(
                session,
                new String[] {"contact-z", "Spot z", "mm"},
                new double[] {-5000, 5000, 200, 0},
                p -> 1000 * p.move().z(),
                (p, v) -> moved(p, p.move().x(), p.move().y(), v / 1000, p.move().turnRad())),
            number(
                session,
                new String[] {"contact-turn", "Spot turn", "°"},
                new double[] {-180, 180, 45, 1},
                p -> Math.toDegrees(p.move().turnRad()),
                (p, v) -> moved(p, p.move().x(), p.move().y(), p.move().z(), Math.toRadians(v))));
    numbers.forEach(n -> fields.getChildren().add(n.field()));
    Button home = new Button("Spot as found");
    home.setId("spot-as-found");
    home.getStyleClass().add("wh-small");
    home.setTooltip(new Tooltip("Moves and turns of the spot are undone"));
    home.setOnAction(
        e -> contacts.change("spot as found", null, chosen(), p -> p.withMove(Plant.Move.NONE)));
    fields.getChildren().add(home);
    contacts.selectedProperty().addListener((o, a, b) -> show());
    contacts.slidesProperty().addListener((o, a, b) -> show());
    show();
  }

  private static Plant moved(Plant p, double x, double y, double z, double turn) {
    return p.withMove(new Plant.Move(x, y, z, turn));
  }

  /**
   * @param text id, words and unit
   * @param range least and most, where the slider ends (all of the take while 0), decimals
   */
  private Number number(
      Session session,
      String[] text,
      double[] range,
      ToDoubleFunction<Plant> get,
      BiFunction<Plant, Double, Plant> set) {
    double high = range[2] == 0 ? 2000 : range[2];
    NumberField field =
        new NumberField(
                text[0],
                text[1],
                text[2],
                range[0],
                range[1],
                Math.max(range[0], -high),
                high,
                (int) range[3],
                text[1] + " of the selected contacts",
                v ->
                    contacts.change(
                        text[1].toLowerCase(Locale.ROOT) + " of contact",
                        text[0],
                        chosen(),
                        p -> set.apply(p, v)),
                session::settle)
            .labelled();
    return new Number(field, get);
  }

  private List<Plant> chosen() {
    return contacts.selectedProperty().get();
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public boolean isFirst() {
    return true;
  }

  @Override
  public void show(Session session, String plateId) {
    show();
  }

  private void show() {
    List<Plant> chosen = chosen();
    PassPanel.put(fields, !chosen.isEmpty());
    title.setText(
        chosen.isEmpty()
            ? "Contacts"
            : chosen.size() == 1
                ? "Contact: " + chosen.get(0).part().words()
                : chosen.size() + " contacts");
    if (chosen.isEmpty()) {
      long byHand = contacts.stateProperty().get().plants().stream().filter(Plant::byHand).count();
      words.setText(
          String.format(
              Locale.ROOT,
              "%d contacts, %d of them by hand. Select one on its lane or by its print.",
              contacts.stateProperty().get().plants().size(),
              byHand));
      return;
    }
    Plant first = chosen.get(0);
    Optional<Slide> slide = contacts.slidesProperty().get().of(first);
    words.setText(
        (first.byHand() ? "Edited by hand" : "Found by the search")
            + slide
                .map(s -> String.format(Locale.ROOT, "; slides %.1f mm at flag B.", s.farMm()))
                .orElse("."));
    numbers.forEach(n -> n.field().show(n.get().applyAsDouble(first)));
  }
}
