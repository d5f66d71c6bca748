package waxhand.formats;

import java.util.Locale;
import java.util.Optional;

/** The axis that points up in a file. Inside it is always y. */
public enum Up {
  Y,
  Z;

  public static Optional<Up> ofKey(String key) {
    try {
      return Optional.of(valueOf(key.toUpperCase(Locale.ROOT)));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** Turns a vector (or the vector part of a quaternion) of the file to y up. Modified: v. */
  public void toInside(double[] v, int at) {
    if (this == Z) {
      double y = v[at + 1];
      v[at + 1] = v[at + 2];
      v[at + 2] = -y;
    }
  }

  /** The reverse of {@link #toInside}. Modified: v. */
  public void toFile(double[] v, int at) {
    if (this == Z) {
      double y = v[at + 1];
      v[at + 1] = -v[at + 2];
      v[at + 2] = y;
    }
  }
}
