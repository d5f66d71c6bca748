package waxhand.desk.viewport;

import java.util.Locale;
import javafx.scene.paint.Color;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** The colours props can have, mixed from those of the theme. */
enum PropColour {
  SLATE(Ink.SOFT, Ink.FOCUS, 0.45),
  MOSS(Ink.GOOD, Ink.SOFT, 0.35),
  CLAY(Ink.WAX_SHADE, Ink.TROUBLE, 0.3),
  SAND(Ink.WAX, Ink.HAIRLINE, 0.6);

  private final Ink one;
  private final Ink other;
  private final double share;

  PropColour(Ink one, Ink other, double share) {
    this.one = one;
    this.other = other;
    this.share = share;
  }

  /** As passes call it. */
  String words() {
    return name().toLowerCase(Locale.ROOT);
  }

  Color in(Palette palette) {
    return palette.get(one).interpolate(palette.get(other), share);
  }

  static PropColour of(String words) {
    for (PropColour colour : values()) {
      if (colour.words().equals(words)) {
        return colour;
      }
    }
    return SLATE;
  }
}
