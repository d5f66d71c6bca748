package waxhand.desk.theme;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.application.Platform;
import javafx.css.CssMetaData;
import javafx.css.SimpleStyleableObjectProperty;
import javafx.css.StyleConverter;
import javafx.css.Styleable;
import javafx.css.StyleableObjectProperty;
import javafx.css.StyleableProperty;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.paint.Paint;

/**
 * Brings the named colours of the stylesheet to what is drawn by code: an unseen region of the
 * scene, styled by {@code .wh-palette}, whose properties are the colours.
 */
public final class Palette extends Region {
  /** Colours code may ask for; each is {@code -wh-…} in the stylesheet. */
  public enum Ink {
    PAPER,
    RAISED,
    INK,
    SOFT,
    HAIRLINE,
    WAX,
    WAX_SHADE,
    TROUBLE,
    GOOD,
    FOCUS,
    LEFT,
    RIGHT,
    GROUND,
    SHADOW,
    WIRE,
    ON_WAX;

    String property() {
      return "-wh-" + name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
  }

  private static final Map<Ink, CssMetaData<Palette, Paint>> META = meta();
  private final Map<Ink, StyleableObjectProperty<Paint>> paints = new EnumMap<>(Ink.class);
  private Runnable changed = () -> {};
  private boolean telling;

  public Palette() {
    getStyleClass().add("wh-palette");
    setManaged(false);
    setVisible(false);
    for (Ink ink : Ink.values()) {
      SimpleStyleableObjectProperty<Paint> property =
          new SimpleStyleableObjectProperty<>(META.get(ink), this, ink.name(), Color.GRAY) {
            @Override
            protected void invalidated() {
              get();
              tell();
            }
          };
      paints.put(ink, property);
    }
  }

  /** A theme brings all colours together: that is one change. */
  private void tell() {
    if (!telling) {
      telling = true;
      Platform.runLater(
          () -> {
            telling = false;
            changed.run();
          });
    }
  }

  private static Map<Ink, CssMetaData<Palette, Paint>> meta() {
    Map<Ink, CssMetaData<Palette, Paint>> meta = new EnumMap<>(Ink.class);
    for (Ink ink : Ink.values()) {
      meta.put(
          ink,
          new CssMetaData<>(
              ink.property() + "-ink", StyleConverter.getPaintConverter(), Color.GRAY) {
            @Override
            public boolean isSettable(Palette palette) {
              return !palette.paints.get(ink).isBound();
            }

            @Override
            public StyleableProperty<Paint> getStyleableProperty(Palette palette) {
              return palette.paints.get(ink);
            }
          });
    }
    return meta;
  }

  @Override
  public List<CssMetaData<? extends Styleable, ?>> getCssMetaData() {
    return List.copyOf(META.values());
  }

  /** Called when the theme has brought other colours. */
  public void onChange(Runnable action) {
    changed = action;
  }

  public Color get(Ink ink) {
    return paints.get(ink).get() instanceof Color color ? color : Color.GRAY;
  }
}
