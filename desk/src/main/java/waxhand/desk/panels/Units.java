package waxhand.desk.panels;

/** How settings, which are in metres and radians, are shown. */
final class Units {
  private Units() {}

  /** Shown numbers per inner number. */
  static double perInner(String unit) {
    return switch (unit) {
      case "mm", "mm/s" -> 1000;
      case "cm", "%" -> 100;
      case "°" -> 180 / Math.PI;
      default -> 1;
    };
  }

  static int decimals(String unit) {
    return switch (unit) {
      case "Hz", "s" -> 2;
      case "mm/s", "%" -> 0;
      default -> 1;
    };
  }
}
