package waxhand.desk.shelf;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.contact.ContactPart;
import waxhand.core.plants.Plant;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Manikin;
import waxhand.desk.theme.Manikin.Piece;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/**
 * A small figure, seen from the front, on which parts are picked; Shift adds. What is selected is
 * filled, what is planted at the playhead wears a bar in the colour of its side, and what the body
 * does not have is pale.
 */
public final class BodyMap extends Region {
  private static final double HEIGHT = 212;
  private static final double LEAST = 140;

  private final Session session;
  private final Contacts contacts;
  private final Palette palette;
  private final Canvas canvas = new Canvas();

  public BodyMap(Session session, Contacts contacts, Palette palette) {
    this.session = session;
    this.contacts = contacts;
    this.palette = palette;
    setId("body-map");
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Body map: parts to pick, and which are planted");
    getChildren().add(canvas);
    setMinHeight(LEAST);
    setPrefHeight(HEIGHT);
    setMaxHeight(HEIGHT);
    session.selectionProperty().addListener((o, a, b) -> draw());
    session.frameProperty().addListener((o, a, b) -> draw());
    session.takeProperty().addListener((o, a, b) -> draw());
    contacts.stateProperty().addListener((o, a, b) -> draw());
    Tooltip tip = new Tooltip();
    tip.setShowDelay(javafx.util.Duration.millis(300));
    Tooltip.install(this, tip);
    addEventHandler(
        MouseEvent.MOUSE_MOVED,
        e ->
            tip.setText(
                at(e.getX(), e.getY())
                    .map(p -> p.role().words())
                    .orElse("Click a part to pick it")));
    addEventHandler(MouseEvent.MOUSE_CLICKED, e -> pick(at(e.getX(), e.getY()), e.isShiftDown()));
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }

  private Optional<Body> body() {
    return session.takeProperty().get().map(t -> t.raw().motion().body());
  }

  private Manikin manikin() {
    return new Manikin(getWidth() / 2, getHeight());
  }

  /** Draws the figure as things are. */
  public void draw() {
    if (getParent() == null || !getParent().isVisible() || getWidth() < 10) {
      return;
    }
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    Set<Role> planted = planted();
    BitSet selected = session.selected();
    Manikin manikin = manikin();
    for (Piece piece : Manikin.PIECES) {
      OptionalInt joint = joint(piece.role());
      boolean chosen = joint.isPresent() && selected.get(joint.getAsInt());
      Color fill =
          joint.isEmpty()
              ? palette.get(Ink.HAIRLINE).deriveColor(0, 1, 1, 0.5)
              : palette.get(chosen ? Ink.FOCUS : Ink.WAX);
      manikin.draw(g, piece, fill, palette.get(Ink.WAX_SHADE));
      if (planted.contains(piece.role())) {
        g.setFill(palette.get(piece.role().side() == Side.LEFT ? Ink.LEFT : Ink.RIGHT));
        double low = manikin.y(Math.max(piece.y0(), piece.y1()) + piece.thick() / 2) + 2;
        double middle = manikin.x((piece.x0() + piece.x1()) / 2);
        g.fillRoundRect(middle - 9, low, 18, 4, 3, 3);
      }
    }
    g.setFont(Type.plain(12));
    g.setFill(palette.get(Ink.RIGHT));
    g.fillText("right", manikin.x(-0.36), manikin.y(0.1));
    g.setFill(palette.get(Ink.LEFT));
    g.fillText("left", manikin.x(0.3), manikin.y(0.1));
  }

  /** The parts that are held at the playhead. */
  private Set<Role> planted() {
    Set<Role> planted = EnumSet.noneOf(Role.class);
    int frame = session.frameProperty().get();
    if (contacts.stateProperty().get().plateId().isEmpty()) {
      return planted;
    }
    for (Plant plant : contacts.stateProperty().get().plants()) {
      if (plant.frames().contains(frame) && !plant.muted()) {
        planted.add(role(plant.part()));
      }
    }
    return planted;
  }

  private static Role role(ContactPart part) {
    List<Role> leg = Role.limb(part.side(), true);
    if (part.isSole()) {
      return leg.get(part.place() == 0 ? 2 : 3);
    }
    return part.isKnee() ? leg.get(1) : Role.limb(part.side(), false).get(3);
  }

  private OptionalInt joint(Role role) {
    return body().map(b -> b.joint(role)).orElse(OptionalInt.empty());
  }

  /** Middle of a part, in this control; for tests. */
  public Optional<double[]> placeOf(Role role) {
    return manikin().placeOf(role);
  }

  private Optional<Piece> at(double px, double py) {
    return manikin().at(px, py, role -> joint(role).isPresent());
  }

  private void pick(Optional<Piece> piece, boolean more) {
    BitSet next = more ? (BitSet) session.selected().clone() : new BitSet();
    piece
        .map(p -> joint(p.role()))
        .filter(OptionalInt::isPresent)
        .ifPresent(
            j -> {
              boolean was = session.selected().get(j.getAsInt());
              next.set(j.getAsInt(), !was || !more);
            });
    session.select(next);
  }
}
