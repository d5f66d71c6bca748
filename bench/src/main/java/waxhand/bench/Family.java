package waxhand.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;
import waxhand.core.motion.Clip;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhReader;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scene;

/** Takes of one actor, to be tuned on or to be left untouched. */
enum Family {
  DECKHAND {
    @Override
    List<Sample> takes(Seeds seeds, Map<String, Double> damage, int times) {
      List<Sample> takes = new ArrayList<>();
      for (Scene scene : Scene.values()) {
        each(
            takes,
            seeds,
            times,
            scene.key(),
            scene.ordinal(),
            (rate, seed) ->
                Rehearsal.of(
                    new Rehearsal.Order(
                        scene, 14, rate, seed, 1.5 + 0.1 * (seed % 6), false, damage)));
      }
      return takes;
    }

    @Override
    Map<String, Double> damage() {
      return Damages.USUAL;
    }
  },

  MATE {
    @Override
    List<Sample> takes(Seeds seeds, Map<String, Double> damage, int times) {
      List<Sample> takes = new ArrayList<>();
      for (MateScene scene : MateScene.values()) {
        each(
            takes,
            seeds,
            times,
            scene.key(),
            scene.ordinal(),
            (rate, seed) -> Rehearsal.ofMate(scene, 12, rate, seed, damage));
      }
      return takes;
    }

    @Override
    Map<String, Double> damage() {
      return Damages.WILD;
    }
  };

  /** Which seeds: those for tuning, or those nobody looks at while tuning. */
  enum Seeds {
    TUNED(310_000),
    UNTOUCHED(9_400_000);

    private final long first;

    Seeds(long first) {
      this.first = first;
    }
  }

  /**
   * One take.
   *
   * @param name scene, rate and seed, by which it can be made again
   */
  record Sample(String scene, String name, Supplier<Rehearsal> made) {}

  private interface Making {
    Rehearsal of(double rate, long seed);
  }

  private static final double[] RATES = {30, 60, 120, 240};

  /**
   * Takes of every scene at every rate.
   *
   * @param damage what their captures suffer from
   * @param times so many of each
   */
  abstract List<Sample> takes(Seeds seeds, Map<String, Double> damage, int times);

  /** One take of every scene at every rate. */
  List<Sample> takes(Seeds seeds, Map<String, Double> damage) {
    return takes(seeds, damage, 1);
  }

  /** What their captures suffer from. */
  abstract Map<String, Double> damage();

  /** Takes of the mate whose pictures are of a lower rate than their files. */
  static List<Sample> pulledDown(Seeds seeds) {
    double[][] rates = {{24_000 / 1001.0, 30_000 / 1001.0}, {25, 50}, {24, 60}, {30, 120}};
    List<Sample> takes = new ArrayList<>();
    for (MateScene scene : MateScene.values()) {
      for (double[] r : rates) {
        long seed = seeds.first + 997L * scene.ordinal() + (long) r[1] + 7;
        String name =
            String.format(Locale.ROOT, "%s %.0f in %.0f Hz seed %d", scene.key(), r[0], r[1], seed);
        takes.add(
            new Sample(
                scene.key(),
                name,
                () -> Rehearsal.pulledDown(scene, 12, r[0], r[1], seed, Damages.WILD)));
      }
    }
    return takes;
  }

  /** Takes of the mate as they are read from files in conventions drawn at random. */
  static List<Sample> told(Seeds seeds) {
    List<Sample> takes = new ArrayList<>();
    for (MateScene scene : MateScene.values()) {
      for (double rate : RATES) {
        long seed = seeds.first + 997L * scene.ordinal() + (long) rate + 13;
        Convention convention = Convention.drawn(seed);
        String name = scene.key() + " " + (int) rate + " Hz seed " + seed + " " + convention;
        takes.add(new Sample(scene.key(), name, () -> read(scene, rate, seed, convention)));
      }
    }
    return takes;
  }

  private static Rehearsal read(MateScene scene, double rate, long seed, Convention convention) {
    Rehearsal told = convention.of(Rehearsal.ofMate(scene, 12, rate, seed, Damages.WILD)).take();
    Reading reading = Reading.GUESS.withRestFrames(0);
    try {
      Clip raw = read(told.raw(), reading);
      return told.with(read(told.truth(), reading).withSkeleton(raw.skeleton()), raw);
    } catch (FormatException e) {
      throw new IllegalStateException(e);
    }
  }

  private static Clip read(Clip clip, Reading reading) throws FormatException {
    byte[] file = BvhWriter.write(clip, Unit.CM, Up.Y);
    return BvhReader.read("told.bvh", file, reading, Work.UNWATCHED).motion().clip();
  }

  private static void each(
      List<Sample> takes, Seeds seeds, int times, String scene, int ordinal, Making making) {
    for (int n = 0; n < times; n++) {
      for (double rate : RATES) {
        long seed = seeds.first + 997L * ordinal + 31L * n + (long) rate;
        String name = scene + " " + (int) rate + " Hz seed " + seed;
        takes.add(new Sample(scene, name, () -> making.of(rate, seed)));
      }
    }
  }
}
