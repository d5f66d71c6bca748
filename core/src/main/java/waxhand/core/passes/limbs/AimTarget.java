package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.scene.Motion;

/** What a part looks at. */
public sealed interface AimTarget {
  /** In files and on panels; {@link #of} reads it. */
  String words();

  /** Where it is in a motion; empty for no place at all, and where the motion has it not. */
  Optional<TieTarget.Course> in(Motion motion, double[] point);

  /** Whether it is nowhere: the part looks where it looked, only calmer. */
  default boolean isNowhere() {
    return false;
  }

  /** Where it looks as captured. */
  record Ahead() implements AimTarget {
    @Override
    public String words() {
      return "where it looks";
    }

    @Override
    public boolean isNowhere() {
      return true;
    }

    @Override
    public Optional<TieTarget.Course> in(Motion motion, double[] point) {
      return Optional.empty();
    }
  }

  /** A place of the world. */
  record Point() implements AimTarget {
    @Override
    public String words() {
      return "a point";
    }

    @Override
    public Optional<TieTarget.Course> in(Motion motion, double[] point) {
      return Optional.of(
          (frame, dest) -> {
            System.arraycopy(point, 0, dest, 0, 3);
            System.arraycopy(new double[] {0, 0, 0, 1}, 0, dest, 3, 4);
          });
    }
  }

  /** A prop or a part of the body. */
  record At(TieTarget target) implements AimTarget {
    @Override
    public String words() {
      return target.words();
    }

    @Override
    public Optional<TieTarget.Course> in(Motion motion, double[] point) {
      return target.in(motion);
    }
  }

  /** What words mean. */
  static AimTarget of(String words) {
    return words.equals(new Ahead().words())
        ? new Ahead()
        : words.equals(new Point().words()) ? new Point() : new At(TieTarget.of(words));
  }

  /** What there is to look at in a motion, in words. */
  static List<String> words(Motion in) {
    List<String> all = new ArrayList<>(List.of(new Ahead().words(), new Point().words()));
    all.addAll(TieTarget.words(in));
    return all;
  }
}
