package waxhand.core.contact;

/**
 * What counts as a contact.
 *
 * @param heightM a resting part may seem so much higher than what it rests on, metres
 * @param speedMs and so fast, metres a second
 * @param shortestS shorter contacts are none, seconds
 * @param bridgeS shorter pauses are none, seconds
 */
public record ContactSettings(double heightM, double speedMs, double shortestS, double bridgeS) {
  public static final ContactSettings USUAL = new ContactSettings(0.035, 0.3, 0.06, 0.05);

  public ContactSettings {
    if (!(heightM > 0) || !(speedMs > 0) || !(shortestS >= 0) || !(bridgeS >= 0)) {
      throw new IllegalArgumentException(
          "height "
              + heightM
              + " m and speed "
              + speedMs
              + " m/s must be above 0, times "
              + shortestS
              + " and "
              + bridgeS
              + " s not below it");
    }
  }

  public ContactSettings withHeight(double otherM) {
    return new ContactSettings(otherM, speedMs, shortestS, bridgeS);
  }

  public ContactSettings withSpeed(double otherMs) {
    return new ContactSettings(heightM, otherMs, shortestS, bridgeS);
  }

  public ContactSettings withShortest(double otherS) {
    return new ContactSettings(heightM, speedMs, otherS, bridgeS);
  }

  public ContactSettings withBridge(double otherS) {
    return new ContactSettings(heightM, speedMs, shortestS, otherS);
  }
}
