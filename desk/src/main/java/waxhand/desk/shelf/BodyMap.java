package waxhand.desk.shelf;

import java.util.ArrayList;
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
import javafx.scene.shape.StrokeLineCap;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.contact.ContactPart;
import waxhand.core.plants.Plant;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.session.Session;
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

  /** A part: the line it is drawn along and how thick it is, in shares of the height. */
  private record Piece(Role role, double x0, double y0, double x1, double y1, double thick) {}

  private static final List<Piece> PIECES = pieces();

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

  private static List<Piece> pieces() {
    List<Piece> pieces = new ArrayList<>();
    pieces.add(new Piece(Role.HIPS, -0.035, 0.50, 0.035, 0.50, 0.085));
    pieces.add(new Piece(Role.SPINE_1, -0.03, 0.435, 0.03, 0.435, 0.05));
    pieces.add(new Piece(Role.SPINE_2, -0.035, 0.38, 0.035, 0.38, 0.05));
    pieces.add(new Piece(Role.SPINE_3, -0.04, 0.335, 0.04, 0.335, 0.036));
    pieces.add(new Piece(Role.CHEST, -0.05, 0.275, 0.05, 0.275, 0.085));
    pieces.add(new Piece(Role.NECK, 0, 0.195, 0, 0.185, 0.04));
    pieces.add(new Piece(Role.HEAD, 0, 0.12, 0, 0.085, 0.085));
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      // the figure faces us: its left is at the right
      double s = side == Side.LEFT ? 1 : -1;
      List<Role> arm = Role.limb(side, false);
      pieces.add(new Piece(arm.get(0), s * 0.03, 0.225, s * 0.085, 0.225, 0.03));
      pieces.add(new Piece(arm.get(1), s * 0.135, 0.25, s * 0.155, 0.365, 0.045));
      pieces.add(new Piece(arm.get(2), s * 0.162, 0.41, s * 0.178, 0.50, 0.038));
      pieces.add(new Piece(arm.get(3), s * 0.184, 0.55, s * 0.188, 0.58, 0.04));
      List<Role> leg = Role.limb(side, true);
      pieces.add(new Piece(leg.get(0), s * 0.05, 0.58, s * 0.058, 0.69, 0.062));
      pieces.add(new Piece(leg.get(1), s * 0.06, 0.765, s * 0.064, 0.87, 0.048));
      pieces.add(new Piece(leg.get(2), s * 0.066, 0.925, s * 0.07, 0.935, 0.044));
      pieces.add(new Piece(leg.get(3), s * 0.086, 0.962, s * 0.11, 0.968, 0.03));
    }
    return List.copyOf(pieces);
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

  private double x(double share) {
    return getWidth() / 2 + share * getHeight();
  }

  private double y(double share) {
    return share * getHeight();
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
    g.setLineCap(StrokeLineCap.ROUND);
    for (Piece piece : PIECES) {
      OptionalInt joint = joint(piece.role());
      boolean chosen = joint.isPresent() && selected.get(joint.getAsInt());
      Color fill =
          joint.isEmpty()
              ? palette.get(Ink.HAIRLINE).deriveColor(0, 1, 1, 0.5)
              : palette.get(chosen ? Ink.FOCUS : Ink.WAX);
      line(g, piece, palette.get(Ink.WAX_SHADE), piece.thick() + 0.008);
      line(g, piece, fill, piece.thick());
      if (planted.contains(piece.role())) {
        g.setFill(palette.get(piece.role().side() == Side.LEFT ? Ink.LEFT : Ink.RIGHT));
        double low = y(Math.max(piece.y0(), piece.y1()) + piece.thick() / 2) + 2;
        double middle = x((piece.x0() + piece.x1()) / 2);
        g.fillRoundRect(middle - 9, low, 18, 4, 3, 3);
      }
    }
    g.setFont(Type.plain(12));
    g.setFill(palette.get(Ink.RIGHT));
    g.fillText("right", x(-0.36), y(0.1));
    g.setFill(palette.get(Ink.LEFT));
    g.fillText("left", x(0.3), y(0.1));
  }

  private void line(GraphicsContext g, Piece p, Color colour, double thick) {
    g.setStroke(colour);
    g.setLineWidth(thick * getHeight());
    g.strokeLine(x(p.x0()), y(p.y0()), x(p.x1()), y(p.y1()));
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
    return PIECES.stream()
        .filter(p -> p.role() == role)
        .findFirst()
        .map(p -> new double[] {x((p.x0() + p.x1()) / 2), y((p.y0() + p.y1()) / 2)});
  }

  private Optional<Piece> at(double px, double py) {
    Piece best = null;
    double least = 6;
    for (Piece piece : PIECES) {
      double away = away(piece, px, py) - piece.thick() * getHeight() / 2;
      if (away < least && joint(piece.role()).isPresent()) {
        least = away;
        best = piece;
      }
    }
    return Optional.ofNullable(best);
  }

  /** Distance of a place from the line of a part, pixels. */
  private double away(Piece p, double px, double py) {
    double ax = x(p.x0());
    double ay = y(p.y0());
    double dx = x(p.x1()) - ax;
    double dy = y(p.y1()) - ay;
    double t = ((px - ax) * dx + (py - ay) * dy) / Math.max(1e-9, dx * dx + dy * dy);
    double u = Math.max(0, Math.min(1, t));
    return Math.hypot(px - ax - u * dx, py - ay - u * dy);
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
