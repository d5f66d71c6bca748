package waxhand.core.survey;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What can be wrong. */
public enum FindingKind {
  JITTER("Jitter", "°", 0.9),
  SPIKE("Spike", "°", 20),
  FREEZE("Freeze, then jump", "frames", 9),
  MISSING("Missing stretch", "frames", 30),
  SLIDE("Slide", "mm", 45),
  FLOAT("Float", "mm", 40),
  SINK("Sink", "mm", 30),
  COLLISION("Limb through body", "mm", 40),
  OVERBEND("Bent past its range", "°", 25),
  POP("Knee or elbow pop", "°", 12),
  JOLT("Jolt", "mm", 50),
  SHAKE("Shaking head", "°", 3),
  FLIP("Flip", "°", 90),
  /** Where it is, much else follows from it: it is to be mended first. */
  REPEAT("Repeated frames", "%", 1),

  /** Told of the stages of a chain, never of a motion alone. */
  SHORT("Falls short", "mm", 40);

  private final String words;
  private final String unit;
  private final double middling;

  FindingKind(String words, String unit, double middling) {
    this.words = words;
    this.unit = unit;
    this.middling = middling;
  }

  /** In files and on the command line, such as "spike". */
  public String key() {
    return name().toLowerCase(Locale.ROOT);
  }

  public String words() {
    return words;
  }

  /** Unit of the size of findings of this kind. */
  public String unit() {
    return unit;
  }

  /**
   * How bad a finding of that size is, from 0 to 1 on the one scale of all kinds: one half for a
   * size at which an artist would not hand the take on.
   */
  public double severity(double size) {
    return size <= 0 ? 0 : size / (size + middling);
  }

  /** The kinds that a motion tells by itself. */
  public static List<FindingKind> ofMotions() {
    return Arrays.stream(values()).filter(k -> k != SHORT).toList();
  }

  public static Optional<FindingKind> of(String key) {
    return Arrays.stream(values()).filter(k -> k.key().equals(key)).findFirst();
  }
}
