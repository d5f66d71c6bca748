package waxhand.desk.session;

import javafx.animation.AnimationTimer;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/**
 * Moves the playhead by the clock, at the take's own rate times the speed. Drawn frames are dropped
 * rather than the take slowed; in every-frame mode each frame is drawn, never faster than the rate.
 */
public final class Player {
  private final Session session;
  private long startNanos;
  private int startFrame;
  private long lastNanos;
  private int shown;

  private final AnimationTimer timer =
      new AnimationTimer() {
        @Override
        public void handle(long now) {
          tick(now);
        }
      };

  /** Plays whenever the session says so, for as long as the session lives. */
  public static void attach(Session session) {
    new Player(session).listen();
  }

  private Player(Session session) {
    this.session = session;
  }

  private void listen() {
    session
        .playingProperty()
        .addListener(
            (o, was, is) -> {
              if (is) {
                Frames range = session.workRange();
                int frame = session.frameProperty().get();
                if (!range.contains(frame) || frame == range.to() - 1) {
                  session.seek(range.from());
                }
                restart();
                timer.start();
              } else {
                timer.stop();
              }
            });
    session.speedProperty().addListener((o, a, b) -> restart());
  }

  private void restart() {
    startNanos = 0;
  }

  /** The frame so many steps on, frames that are cut out of the result left out. */
  private int after(int frame, int steps) {
    TimeMap timing = session.timingAt(session.flagBProperty().get());
    int local = timing.local(frame) + steps;
    return local < timing.frames() ? timing.raw(local) : session.workRange().to();
  }

  private void tick(long now) {
    int frame = session.frameProperty().get();
    if (startNanos == 0) {
      startNanos = now;
      lastNanos = now;
      startFrame = frame;
      shown = frame;
      return;
    }
    double rate = session.rateHz() * session.speedProperty().get();
    int next;
    if (session.everyFrameProperty().get()) {
      if ((now - lastNanos) * 1e-9 < 1 / rate) {
        return;
      }
      lastNanos = now;
      next = after(frame, 1);
    } else {
      if (frame != shown) {
        // somebody scrubbed while it plays
        restart();
        shown = frame;
        return;
      }
      next = after(startFrame, (int) Math.floor((now - startNanos) * 1e-9 * rate));
    }
    Frames range = session.workRange();
    if (next >= range.to()) {
      if (session.loopProperty().get()) {
        session.seek(range.from());
        restart();
      } else {
        session.seek(range.to() - 1);
        session.playingProperty().set(false);
      }
    } else if (next != frame) {
      session.seek(next);
    }
    shown = session.frameProperty().get();
  }
}
