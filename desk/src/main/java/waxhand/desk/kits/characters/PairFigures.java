package waxhand.desk.kits.characters;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import waxhand.core.body.Role;
import waxhand.desk.panels.Drawing;
import waxhand.desk.theme.Manikin;
import waxhand.desk.theme.Manikin.Piece;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/**
 * Two small figures, the take's at the left and the character's at the right. A part at the left is
 * chosen, then what answers it at the right; Delete leaves it out. Filled parts are paired (spine
 * and neck as wholes), hollow ones are not, pale ones are not there, a ring is what was changed by
 * hand, and a line joins the chosen pair.
 */
final class PairFigures extends Drawing {
  private static final double HEIGHT = 230;

  private final Palette palette;
  private final Consumer<Optional<Role>> chosen;
  private final BiConsumer<Role, Role> paired;
  private final Consumer<Role> cleared;
  private Optional<Pairs> pairs = Optional.empty();
  private Set<Role> moving = Set.of();
  private Set<Role> moved = Set.of();
  private Optional<Role> part = Optional.empty();

  /**
   * @param chosen told of the part at the left that is worked on
   * @param paired told of it and of the part of the character that shall answer it
   * @param cleared told of a part that nothing shall answer
   */
  PairFigures(
      Palette palette,
      Consumer<Optional<Role>> chosen,
      BiConsumer<Role, Role> paired,
      Consumer<Role> cleared) {
    super(HEIGHT);
    this.palette = palette;
    this.chosen = chosen;
    this.paired = paired;
    this.cleared = cleared;
    setId("pair-figures");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("The take at the left, the character at the right, and which parts answer");
    getStyleClass().add("wh-pairs");
    Tooltip tip = new Tooltip();
    tip.setShowDelay(javafx.util.Duration.millis(300));
    Tooltip.install(this, tip);
    addEventHandler(MouseEvent.MOUSE_MOVED, e -> tip.setText(words(e.getX(), e.getY())));
    addEventHandler(MouseEvent.MOUSE_CLICKED, this::click);
    addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    focusedProperty().addListener((o, a, b) -> redraw());
  }

  void show(Optional<Pairs> now, Optional<Role> chosenPart) {
    pairs = now;
    moving = now.map(Pairs::moving).orElse(Set.of());
    moved = now.map(Pairs::moved).orElse(Set.of());
    part = chosenPart;
    redraw();
  }

  private Manikin left() {
    return new Manikin(getWidth() * 0.26, HEIGHT);
  }

  private Manikin right() {
    return new Manikin(getWidth() * 0.74, HEIGHT);
  }

  @Override
  protected void draw(GraphicsContext g, double width, double height) {
    if (pairs.isEmpty()) {
      return;
    }
    for (Piece piece : Manikin.PIECES) {
      Role role = piece.role();
      draw(g, left(), piece, pairs.get().source().joint(role).isPresent(), moving.contains(role));
      draw(g, right(), piece, isOfCharacter(role), moved.contains(role));
    }
    part.ifPresent(p -> join(g, p));
    g.setFont(Type.plain(12));
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("take", 2, 12);
    String name = pairs.get().pass().character();
    g.fillText(name, width - 2 - Type.width(name, Type.plain(12)), 12);
  }

  private boolean isOfCharacter(Role role) {
    return pairs.get().character().joint(role).isPresent()
        || pairs.get().target().joint(role).isPresent();
  }

  /**
   * @param there whether the body has it
   * @param pair whether it moves, or is moved
   */
  private void draw(GraphicsContext g, Manikin figure, Piece piece, boolean there, boolean pair) {
    Role role = piece.role();
    Color plain =
        switch (role.side()) {
          case LEFT -> palette.get(Ink.WAX).interpolate(palette.get(Ink.LEFT), 0.45);
          case RIGHT -> palette.get(Ink.WAX).interpolate(palette.get(Ink.RIGHT), 0.45);
          default -> palette.get(Ink.WAX);
        };
    Color fill = !there ? palette.get(Ink.HAIRLINE).deriveColor(0, 1, 1, 0.4) : plain;
    Color outline = there ? palette.get(Ink.WAX_SHADE) : palette.get(Ink.HAIRLINE);
    if (there && !pair) {
      // hollow: told apart without colour too
      fill = palette.get(Ink.PAPER);
      outline = palette.get(Ink.SOFT);
    }
    if (part.equals(Optional.of(role)) && there) {
      fill = palette.get(Ink.FOCUS);
    }
    figure.draw(g, piece, fill, outline);
    if (there && pairs.get().isChanged(role)) {
      figure
          .placeOf(role)
          .ifPresent(
              p -> {
                g.setStroke(palette.get(Ink.INK));
                g.setLineWidth(1.5);
                g.strokeOval(p[0] - 4, p[1] - 4, 8, 8);
              });
    }
  }

  private void join(GraphicsContext g, Role role) {
    Optional<double[]> from = left().placeOf(role);
    Optional<double[]> to = right().placeOf(role);
    if (from.isPresent() && to.isPresent() && pairs.get().isPaired(role)) {
      g.setStroke(palette.get(Ink.FOCUS));
      g.setLineWidth(1.5);
      g.setLineDashes(4, 3);
      g.strokeLine(from.get()[0], from.get()[1], to.get()[0], to.get()[1]);
      g.setLineDashes();
    }
  }

  private String words(double x, double y) {
    if (pairs.isEmpty()) {
      return "";
    }
    Optional<Role> source = sourceAt(x, y);
    if (source.isPresent()) {
      String answer =
          pairs
              .get()
              .joint(source.get())
              .map(j -> "answered by " + j)
              .orElse(
                  moving.contains(source.get())
                      ? "counts for the spine or neck as a whole"
                      : "nothing answers it");
      return source.get().words() + ": " + answer;
    }
    return targetAt(x, y)
        .map(r -> "the character's " + r.words())
        .orElse("Click a part of the take, then what shall answer it");
  }

  private Optional<Role> sourceAt(double x, double y) {
    return left().at(x, y, r -> pairs.get().source().joint(r).isPresent()).map(Piece::role);
  }

  private Optional<Role> targetAt(double x, double y) {
    return right().at(x, y, this::isOfCharacter).map(Piece::role);
  }

  private void click(MouseEvent e) {
    requestFocus();
    if (pairs.isEmpty()) {
      return;
    }
    Optional<Role> source = sourceAt(e.getX(), e.getY());
    Optional<Role> target = targetAt(e.getX(), e.getY());
    if (target.isPresent() && part.isPresent()) {
      paired.accept(part.get(), target.get());
    } else {
      chosen.accept(source);
    }
    e.consume();
  }

  private void key(KeyEvent e) {
    if (pairs.isEmpty()) {
      return;
    }
    if (e.getCode() == KeyCode.DELETE || e.getCode() == KeyCode.BACK_SPACE) {
      part.ifPresent(cleared);
      // here it is about parts, never about the whole plate
      e.consume();
    } else if (e.getCode() == KeyCode.ESCAPE && part.isPresent()) {
      chosen.accept(Optional.empty());
      e.consume();
    } else if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.UP) {
      chosen.accept(next(e.getCode() == KeyCode.DOWN ? 1 : -1));
      e.consume();
    }
  }

  /** The part before or behind the chosen one, of those the take has. */
  private Optional<Role> next(int step) {
    Set<Role> drawn = EnumSet.noneOf(Role.class);
    Manikin.PIECES.forEach(p -> drawn.add(p.role()));
    List<Role> all = drawn.stream().filter(r -> pairs.get().source().joint(r).isPresent()).toList();
    if (all.isEmpty()) {
      return Optional.empty();
    }
    int at = part.map(all::indexOf).orElse(step > 0 ? -1 : 0);
    return Optional.of(all.get(Math.floorMod(at + step, all.size())));
  }
}
