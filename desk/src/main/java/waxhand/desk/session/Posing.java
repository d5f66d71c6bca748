package waxhand.desk.session;

import java.util.Locale;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.StringBinding;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;

/** How a hand poses: about which axes it turns, and how far what it does is felt. */
public final class Posing {
  /** Whose axes a part is turned about. */
  public enum Axes {
    OWN("own axes"),
    PARENT("parent's axes"),
    WORLD("world's axes");

    private final String words;

    Axes(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    Axes next() {
      return values()[(ordinal() + 1) % values().length];
    }
  }

  /** An edit is held so long to either side, seconds, until something else is said. */
  public static final double USUAL_S = 0.25;

  /**
   * A turn while a hand is at it.
   *
   * @param axis which of the three
   * @param angleRad how far it has come
   */
  public record Turning(int axis, double angleRad) {}

  private final ObjectProperty<Optional<Turning>> turning =
      new SimpleObjectProperty<>(Optional.empty());
  private final ObjectProperty<Axes> axes = new SimpleObjectProperty<>(Axes.OWN);
  private final ObjectProperty<Along> along = new SimpleObjectProperty<>(Along.ANYWHERE);
  private final BooleanProperty wholeRange = new SimpleBooleanProperty();
  private final BooleanProperty spread = new SimpleBooleanProperty(true);
  private final BooleanProperty pathShown = new SimpleBooleanProperty();
  private final DoubleProperty holdBeforeS = new SimpleDoubleProperty(USUAL_S);
  private final DoubleProperty holdAfterS = new SimpleDoubleProperty(USUAL_S);
  private final StringBinding words =
      Bindings.createStringBinding(this::say, along, wholeRange, holdBeforeS, holdAfterS);

  /** For another take: nothing of the last one sticks. */
  void begin() {
    turning.set(Optional.empty());
    axes.set(Axes.OWN);
    along.set(Along.ANYWHERE);
    wholeRange.set(false);
    pathShown.set(false);
    spread.set(true);
    setHold(USUAL_S);
  }

  /** The turn that a hand is at, if one is. */
  public ObjectProperty<Optional<Turning>> turningProperty() {
    return turning;
  }

  public ObjectProperty<Axes> axesProperty() {
    return axes;
  }

  public void nextAxes() {
    axes.set(axes.get().next());
  }

  /** Where to drags go while no key is held. */
  public ObjectProperty<Along> alongProperty() {
    return along;
  }

  public void nextAlong() {
    along.set(along.get().next());
  }

  /** Whether an edit changes all of the work range by as much. */
  public BooleanProperty wholeRangeProperty() {
    return wholeRange;
  }

  /** Whether turns of a part of the spine are spread over all its joints. */
  public BooleanProperty spreadProperty() {
    return spread;
  }

  /** Whether hands work on the path of the selected part, instead of turning it. */
  public BooleanProperty pathShownProperty() {
    return pathShown;
  }

  /** How long an edit is felt before it, where it does not change all, seconds. */
  public DoubleProperty holdBeforeSProperty() {
    return holdBeforeS;
  }

  /** How long it is felt behind it, seconds. */
  public DoubleProperty holdAfterSProperty() {
    return holdAfterS;
  }

  /** An edit is to be felt as long on either side. */
  public void setHold(double seconds) {
    holdBeforeS.set(seconds);
    holdAfterS.set(seconds);
  }

  /** How far an edit is felt, and where to drags go, in plain words. */
  public String words() {
    return words.get();
  }

  private String say() {
    return along.get() == Along.ANYWHERE
        ? holdWords()
        : holdWords() + " · drags go " + along.get().words();
  }

  private String holdWords() {
    double before = holdBeforeS.get();
    double after = holdAfterS.get();
    return wholeRange.get()
        ? "whole range"
        : Math.abs(before - after) < 0.005
            ? String.format(Locale.ROOT, "hold %.2f s", before)
            : String.format(Locale.ROOT, "hold %.2f s before, %.2f s after", before, after);
  }
}
