package waxhand.desk.timeline;

import java.util.Locale;

/** Frames as time of day. */
public final class Timecode {
  private Timecode() {}

  /** Hours, minutes, seconds and the frame within the second, counted from the take's start. */
  public static String of(int frame, double rateHz) {
    long whole = (long) Math.floor(frame / rateHz + 1e-9);
    int rest = (int) Math.floor(frame - whole * rateHz + 1e-6);
    int digits = rateHz > 100 ? 3 : 2;
    return String.format(
        Locale.ROOT,
        "%02d:%02d:%02d:%0" + digits + "d",
        whole / 3600,
        whole / 60 % 60,
        whole % 60,
        rest);
  }
}
