package waxhand.rehearsal.scene;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import waxhand.rehearsal.actor.DeckWork;
import waxhand.rehearsal.actor.Score;

/** A take of the Night Ferry shoot. Each goes on for as long as it is asked to. */
public enum Scene implements Scenario {
  /** Walks the deck, stops, turns on the ball of the foot and walks back. */
  DECK_WALK(14) {
    @Override
    void cycle(Score score, SplittableRandom random) {
      score.stand(0.5 + random.nextDouble(0.5));
      double quick = 0.92 + random.nextDouble(0.2);
      int steps = 6 + random.nextInt(3);
      score.walk(steps, random.nextInt(2), random.nextDouble(-0.3, 0.3), quick);
      score.stand(0.5 + random.nextDouble(0.6));
      double sign = random.nextBoolean() ? 1 : -1;
      score.turnOnBall(sign * (1.35 + random.nextDouble(0.25)));
      score.stand(0.25);
      score.turnOnBall(sign * 1.5);
    }
  },

  /** Squats, grips a crate with both hands, lifts, carries it round and sets it down. */
  CRATE_LIFT(16) {
    @Override
    void cycle(Score score, SplittableRandom random) {
      score.stand(0.5 + random.nextDouble(0.4));
      new DeckWork(score).lift();
      score.stand(0.3);
      score.walk(7, random.nextInt(2), Math.PI * (0.9 + random.nextDouble(0.2)), 0.9);
      score.stand(0.25);
      new DeckWork(score).setDown();
      score.stand(0.5 + random.nextDouble(0.6));
    }
  },

  /** Walks up, hops over a gap with both feet, turns and hops back. */
  GANGWAY_HOP(12) {
    @Override
    void cycle(Score score, SplittableRandom random) {
      score.stand(0.4 + random.nextDouble(0.3));
      score.walk(4, random.nextInt(2), random.nextDouble(-0.1, 0.1), 1);
      score.stand(0.35);
      score.hop(0.75 + random.nextDouble(0.35), 0.36 + random.nextDouble(0.07));
      score.stand(0.4);
      score.walk(3, random.nextInt(2), 0, 1);
      score.turnOnBall(1.57);
      score.stand(0.2);
      score.turnOnBall(1.57);
    }
  },

  /** Hauls a mooring line hand over hand. */
  LINE_HAUL(14) {
    @Override
    void cycle(Score score, SplittableRandom random) {
      score.stand(0.5 + random.nextDouble(0.4));
      new DeckWork(score).haul(6 + random.nextInt(4), 0.9 + random.nextDouble(0.3));
      score.stand(0.4 + random.nextDouble(0.5));
      score.walk(3, random.nextInt(2), random.nextDouble(-0.4, 0.4), 0.9);
    }
  },

  /** Kneels with a hand on the bollard, and rises. */
  BOLLARD_KNEEL(13) {
    @Override
    void cycle(Score score, SplittableRandom random) {
      score.stand(0.4 + random.nextDouble(0.3));
      score.walk(3, random.nextInt(2), random.nextDouble(-0.3, 0.3), 0.95);
      score.stand(0.3);
      new DeckWork(score).kneel(1.4 + random.nextDouble(1));
      score.stand(0.5 + random.nextDouble(0.4));
      score.turnOnBall((random.nextBoolean() ? 1 : -1) * 1.5);
    }
  },

  /** Jogs with a lantern. */
  LANTERN_JOG(12) {
    @Override
    void cycle(Score score, SplittableRandom random) {
      score.stand(0.4 + random.nextDouble(0.3));
      new DeckWork(score).lantern(true);
      score.jog(9 + random.nextInt(5), random.nextInt(2), random.nextDouble(-0.6, 0.6));
      score.stand(0.3);
      new DeckWork(score).lantern(false);
      score.turnOnBall((random.nextBoolean() ? 1 : -1) * (1.4 + random.nextDouble(0.2)));
    }
  };

  private final double usualSeconds;

  Scene(double usualSeconds) {
    this.usualSeconds = usualSeconds;
  }

  abstract void cycle(Score score, SplittableRandom random);

  @Override
  public double usualSeconds() {
    return usualSeconds;
  }

  @Override
  public String key() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static Optional<Scene> ofKey(String key) {
    return Arrays.stream(values()).filter(s -> s.key().equals(key)).findFirst();
  }

  public static List<String> keys() {
    return Arrays.stream(values()).map(Scene::key).collect(Collectors.toList());
  }

  /** What the deckhand does for at least {@code seconds}. */
  public Score score(double heightM, double seconds, long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    Score score = new Score(heightM);
    while (score.now() < seconds + 1) {
      cycle(score, random);
    }
    return score;
  }
}
