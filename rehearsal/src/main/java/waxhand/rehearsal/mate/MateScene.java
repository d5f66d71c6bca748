package waxhand.rehearsal.mate;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.rehearsal.scene.Scenario;

/** What the mate does in a take. */
public enum MateScene implements Scenario {
  WATCH_WALK {
    @Override
    void cycle(MateScore s) {
      s.gaits.walk(4 + s.random.nextInt(3), s.between(-0.06, 0.06));
      s.wait(0.4);
      s.gaits.turn((s.random.nextBoolean() ? 1 : -1) * s.between(1.2, 2.6));
    }
  },
  SPOT_TURN {
    @Override
    void cycle(MateScore s) {
      s.gaits.turn((s.random.nextBoolean() ? 1 : -1) * s.between(1, 3));
      s.wait(s.between(0.3, 0.8));
    }
  },
  DEEP_SQUAT {
    @Override
    void cycle(MateScore s) {
      s.wait(s.between(0.3, 0.6));
      s.stances.squat(s.random.nextInt(3) > 0, s.between(0.35, 0.5), s.between(0.5, 1.4));
    }
  },
  TIPTOE {
    @Override
    void cycle(MateScore s) {
      s.wait(0.3);
      s.stances.tiptoe(s.between(0.35, 0.75), s.random.nextInt(4) == 0, s.between(0.4, 1.5));
      s.stances.rock(1 + s.random.nextInt(2));
    }
  },
  LUNGE {
    @Override
    void cycle(MateScore s) {
      s.wait(0.4);
      s.stances.lunge(s.random.nextInt(2), s.between(0.4, 1));
    }
  },
  SIDE_STEP {
    @Override
    void cycle(MateScore s) {
      s.wait(0.3);
      s.gaits.sideSteps(2 + s.random.nextInt(3), s.random.nextInt(2));
    }
  },
  REACH {
    @Override
    void cycle(MateScore s) {
      s.wait(0.3);
      s.gestures.reach(s.random.nextBoolean());
    }
  },
  HAIL {
    @Override
    void cycle(MateScore s) {
      s.wait(0.4);
      switch (s.random.nextInt(3)) {
        case 0 -> s.gestures.wave(5 + s.random.nextInt(4));
        case 1 -> s.gestures.strike();
        default -> s.gestures.nods(2 + s.random.nextInt(3));
      }
    }
  },
  HOP {
    @Override
    void cycle(MateScore s) {
      s.wait(0.5);
      s.gaits.hop(s.between(0, 0.35) * s.h());
    }
  },
  DANCE {
    @Override
    void cycle(MateScore s) {
      s.wait(0.2);
      s.gaits.dance(10 + 2 * s.random.nextInt(4));
    }
  },
  SIT {
    @Override
    void cycle(MateScore s) {
      s.wait(0.4);
      s.stances.sit(s.between(0.8, 2));
    }
  },
  TOE_KNEEL {
    @Override
    void cycle(MateScore s) {
      s.wait(0.4);
      s.stances.kneel(s.random.nextInt(2), s.between(0.6, 1.5));
    }
  },
  CRAWL {
    @Override
    void cycle(MateScore s) {
      s.wait(0.4);
      s.floor.crawl(s.between(1.5, 3));
    }
  },
  LIE_DOWN {
    @Override
    void cycle(MateScore s) {
      s.wait(0.5);
      s.floor.lie(s.between(0.8, 2));
    }
  },
  HANDSTAND {
    @Override
    void cycle(MateScore s) {
      s.wait(0.5);
      s.floor.handstand(s.between(0.6, 1.4));
    }
  },
  SLOW_IDLE {
    @Override
    void cycle(MateScore s) {
      s.gestures.idle(s.between(4, 8));
    }
  },
  STAIRS {
    @Override
    void cycle(MateScore s) {
      s.wait(0.3);
      s.gaits.stairs(2 + s.random.nextInt(3));
    }
  },
  CARTWHEEL {
    @Override
    void cycle(MateScore s) {
      s.wait(0.5);
      s.floor.cartwheel(s.random.nextBoolean());
    }
  };

  abstract void cycle(MateScore score);

  public static Optional<MateScene> ofKey(String key) {
    return Arrays.stream(values()).filter(s -> s.key().equals(key)).findFirst();
  }

  public static List<String> keys() {
    return Arrays.stream(values()).map(MateScene::key).toList();
  }

  @Override
  public double usualSeconds() {
    return 12;
  }

  @Override
  public String key() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
