package waxhand.desk;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.util.Duration;
import waxhand.core.body.Role;
import waxhand.core.project.Project;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Theme;
import waxhand.desk.viewport.Aspect;

/**
 * How long the window's thread is held up by each thing an artist does, and by what. A second
 * thread asks it for a sign of life again and again and, while it waits, looks at what it is doing.
 * What the thread itself worked is told apart by its processor time from waiting for the renderer,
 * which without a graphics card takes both processors for a tenth of a second and more a frame.
 */
final class StallReport {
  /** What may hold up the window without being noticed, milliseconds: one drawn frame. */
  private static final double UNNOTICED_MS = 16;

  private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

  private record Step(String name, Runnable action, double seconds) {}

  /** A stall of a step, milliseconds: in all, as much of it as the thread worked, and at what. */
  private record Stall(double allMs, double ownMs, String cause) {}

  private final Bench bench;
  private final Thread ui = Thread.currentThread();
  private volatile String step = "";
  private final Map<String, List<Stall>> stalls = new HashMap<>();
  private final Map<String, Integer> drawn = new HashMap<>();

  StallReport(Bench bench) {
    this.bench = bench;
  }

  /** Goes through a session on the project and prints the table. For the UI thread. */
  void run(Project project, Runnable then) {
    Thread watch = new Thread(this::watch, "stall watch");
    watch.setDaemon(true);
    watch.start();
    pulses.start();
    Deque<Step> steps = new ArrayDeque<>();
    add(steps, "the empty window", () -> {}, 4);
    // twice: what the first round loads and compiles is no fault of the second
    addSteps(steps, "first ", project);
    addSteps(steps, "", project);
    List<Step> order = List.copyOf(steps);
    next(
        steps,
        () -> {
          step = "";
          print(order);
          then.run();
        });
  }

  private void addSteps(Deque<Step> steps, String round, Project project) {
    Session session = bench.session();
    add(steps, round + "open a project", () -> session.reset(project, Optional.empty()), 4);
    command(steps, round, "first-pass", 4);
    add(
        steps,
        round + "choose the first plate",
        () -> session.plateIdProperty().set(Optional.of(session.chain().plates().get(0).id())),
        1.5);
    add(
        steps,
        round + "choose the second plate",
        () -> session.plateIdProperty().set(Optional.of(session.chain().plates().get(1).id())),
        1.5);
    add(steps, round + "scrub", () -> drag(n -> session.seek(17 * n)), 2);
    add(
        steps,
        round + "drag a weight",
        () ->
            drag(
                n -> {
                  String id = session.chain().plates().get(0).id();
                  session.editPlate("weight", "drag", id, p -> p.withWeight(1 - n / 200.0));
                }),
        4);
    add(
        steps,
        round + "select a part",
        () -> {
          BitSet arm = new BitSet();
          session
              .takeProperty()
              .get()
              .flatMap(
                  t ->
                      t.raw().motion().body().joint(Role.LEFT_FOREARM).stream().boxed().findFirst())
              .ifPresent(arm::set);
          session.select(arm);
        },
        1);
    add(steps, round + "play", () -> session.playingProperty().set(true), 3);
    add(steps, round + "stop", () -> session.playingProperty().set(false), 0.5);
    command(steps, round, "four-views", 1.5);
    add(steps, round + "play in four views", () -> session.playingProperty().set(true), 3);
    add(steps, round + "stop again", () -> session.playingProperty().set(false), 0.5);
    add(steps, round + "one view", () -> bench.viewport().look(Aspect.PERSPECTIVE), 1);
    add(steps, round + "dark theme", () -> bench.setTheme(Theme.LAMPBLACK), 1.5);
    add(steps, round + "light theme", () -> bench.setTheme(Theme.TALLOW), 1.5);
    command(steps, round, "find-command", 1);
    command(steps, round, "leave", 0.5);
    command(steps, round, "hand-on", 1);
    command(steps, round, "leave", 0.5);
    command(steps, round, "undo", 2);
    add(steps, round + "another take", () -> session.choose("take-2"), 3);
  }

  private void command(Deque<Step> steps, String round, String id, double seconds) {
    add(steps, round + id, () -> bench.commands().get(id).run(), seconds);
  }

  private static void add(Deque<Step> steps, String name, Runnable action, double seconds) {
    steps.add(new Step(name, action, seconds));
  }

  /** Does something thirty times, a drawn frame apart. */
  private static void drag(java.util.function.IntConsumer move) {
    int[] n = {0};
    PauseTransition tick = new PauseTransition(Duration.millis(33));
    tick.setOnFinished(
        e -> {
          move.accept(n[0]++);
          if (n[0] < 30) {
            tick.playFromStart();
          }
        });
    tick.play();
  }

  /** Counts drawn frames by step. */
  private final AnimationTimer pulses =
      new AnimationTimer() {
        @Override
        public void handle(long now) {
          drawn.merge(step, 1, Integer::sum);
        }
      };

  private void next(Deque<Step> steps, Runnable then) {
    if (steps.isEmpty()) {
      then.run();
      return;
    }
    Step now = steps.pop();
    step = now.name();
    now.action().run();
    PauseTransition wait = new PauseTransition(Duration.seconds(now.seconds()));
    wait.setOnFinished(e -> Platform.runLater(() -> next(steps, then)));
    wait.play();
  }

  private void watch() {
    try {
      while (true) {
        CountDownLatch alive = new CountDownLatch(1);
        String during = step;
        long start = System.nanoTime();
        long worked = THREADS.getThreadCpuTime(ui.getId());
        Platform.runLater(alive::countDown);
        int samples = 0;
        Map<String, Integer> causes = new HashMap<>();
        while (!alive.await(1, TimeUnit.MILLISECONDS)) {
          StackTraceElement[] stack = ui.getStackTrace();
          samples++;
          if (!waitsForRenderer(stack)) {
            causes.merge(cause(stack), 1, Integer::sum);
          }
        }
        double ms = (System.nanoTime() - start) / 1e6;
        if (samples > 1) {
          String most =
              causes.entrySet().stream()
                  .max(Map.Entry.comparingByValue())
                  .map(Map.Entry::getKey)
                  .orElse("");
          double own = (THREADS.getThreadCpuTime(ui.getId()) - worked) / 1e6;
          Stall stall = new Stall(ms, own, most);
          synchronized (stalls) {
            stalls.computeIfAbsent(during, s -> new ArrayList<>()).add(stall);
          }
        }
        Thread.sleep(1);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /** Waiting for the renderer, or idle while the renderer's threads have the processors. */
  private static boolean waitsForRenderer(StackTraceElement[] stack) {
    if (stack.length > 0 && stack[0].getMethodName().equals("_runLoop")) {
      return true;
    }
    for (StackTraceElement e : stack) {
      if (e.getMethodName().contains("waitForRendering") || e.getMethodName().equals("_flush")) {
        return true;
      }
    }
    return false;
  }

  /** The innermost of our methods, or what JavaFX is doing by itself. */
  private static String cause(StackTraceElement[] stack) {
    String topic = stack.length == 0 ? "" : simple(stack[0]);
    for (StackTraceElement e : stack) {
      if (e.getClassName().startsWith("waxhand.desk")) {
        return simple(e) + ":" + e.getLineNumber();
      }
      String m = e.getMethodName();
      if (m.equals("doCSSPass") || m.equals("doLayoutPass") || m.equals("synchronizeSceneNodes")) {
        topic = m;
      }
    }
    return topic;
  }

  private static String simple(StackTraceElement e) {
    return e.getClassName().substring(e.getClassName().lastIndexOf('.') + 1)
        + "."
        + e.getMethodName();
  }

  private void print(List<Step> order) {
    System.out.printf(
        Locale.ROOT,
        "%-32s %10s %10s %8s %10s   %s%n",
        "step",
        "longest ms",
        "own ms",
        "over 16",
        "frames/s",
        "mostly");
    synchronized (stalls) {
      for (Step one : order) {
        List<Stall> all = stalls.getOrDefault(one.name(), List.of());
        Stall worst =
            all.stream()
                .max((a, b) -> Double.compare(a.ownMs(), b.ownMs()))
                .orElse(new Stall(0, 0, ""));
        double longest = all.stream().mapToDouble(Stall::allMs).max().orElse(0);
        long over = all.stream().filter(s -> s.ownMs() > UNNOTICED_MS).count();
        System.out.printf(
            Locale.ROOT,
            "%-32s %10.1f %10.1f %8d %10.0f   %s%n",
            one.name(),
            longest,
            worst.ownMs(),
            over,
            drawn.getOrDefault(one.name(), 0) / one.seconds(),
            worst.cause());
      }
    }
  }
}
