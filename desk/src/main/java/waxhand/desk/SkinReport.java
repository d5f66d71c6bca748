package waxhand.desk;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadInfo;
import java.lang.management.ThreadMXBean;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.animation.AnimationTimer;
import javafx.animation.PauseTransition;
import javafx.util.Duration;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Skin;
import waxhand.core.character.Skinning;
import waxhand.core.character.Wardrobe;
import waxhand.core.motion.Clip;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Session;
import waxhand.rehearsal.scene.Scene;

/**
 * What a character's skin costs in each frame that is drawn, by its number of points: the processor
 * time of the window's thread and of the one that draws, beside the same frames with the wire
 * alone. What a renderer without a graphics card does on threads of its own is not in it.
 */
final class SkinReport {
  private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();
  private static final String CHARACTER = "dense";
  private static final int DRAWN = 240;

  /** Frames that are not counted, until what runs often has been compiled. */
  private static final int FIRST = 240;

  private static final int APART = 3;

  /** Shells of a skin lie so far from one another, metres. */
  private static final double SHELL_M = 0.0005;

  private final Session session;
  private final Runnable nextWax;

  SkinReport(Bench bench) {
    session = bench.session();
    nextWax = bench.commands().get("wax")::run;
  }

  /**
   * Draws and prints.
   *
   * @param then what follows; all of it on the UI thread
   */
  void run(Runnable then) {
    System.out.printf(Locale.ROOT, "%-28s %16s %16s%n", "a frame", "window, ms", "drawing, ms");
    Clip clip = Demo.rehearsed(Scene.DECK_WALK, 14, 120, Map.of()).raw();
    Deque<Integer> shells = new ArrayDeque<>(List.of(1, 8));
    next(clip, shells, then);
  }

  private void next(Clip clip, Deque<Integer> shells, Runnable then) {
    if (shells.isEmpty()) {
      then.run();
      return;
    }
    Character character = shelled(LayFigures.named("pilot").orElseThrow(), shells.pop());
    RawTake raw = new RawTake("walk.bvh", new byte[0], Motion.of(clip), Map.of(), List.of());
    Project project =
        Project.empty("skins")
            .added("walk", raw)
            .withWardrobe(Wardrobe.OURS.with(character))
            .changed(
                "take-1",
                t -> t.withChain(new Chain(List.of(Plate.of("on", RetargetPass.to(CHARACTER))))));
    session.reset(project, Optional.empty());
    Runnable after = () -> next(clip, shells, then);
    String points = character.skin().orElseThrow().count() + " points";
    later(
        () ->
            draw(
                points,
                () -> {
                  // solid, clear, wire alone
                  nextWax.run();
                  nextWax.run();
                  later(
                      () ->
                          draw(
                              "  the wire alone",
                              () -> {
                                nextWax.run();
                                after.run();
                              }));
                }));
  }

  /** A character with its skin several times over, each shell a little outside the last. */
  private static Character shelled(Character of, int times) {
    Skin skin = of.skin().orElseThrow();
    float[] normals = Skinning.normals(skin.points(), skin.triangles());
    int count = skin.count();
    float[] points = new float[times * skin.points().length];
    int[] triangles = new int[times * skin.triangles().length];
    int[] joints = new int[times * skin.joints().length];
    float[] shares = new float[joints.length];
    int[] colours = new int[times * skin.colours().length];
    for (int s = 0; s < times; s++) {
      for (int n = 0; n < 3 * count; n++) {
        points[3 * count * s + n] = skin.points()[n] + (float) (s * SHELL_M * normals[n]);
      }
      for (int n = 0; n < skin.triangles().length; n++) {
        triangles[skin.triangles().length * s + n] = count * s + skin.triangles()[n];
      }
      System.arraycopy(skin.joints(), 0, joints, skin.joints().length * s, skin.joints().length);
      System.arraycopy(skin.shares(), 0, shares, skin.shares().length * s, skin.shares().length);
      System.arraycopy(
          skin.colours(), 0, colours, skin.colours().length * s, skin.colours().length);
    }
    Skin dense = new Skin(points, triangles, joints, shares, colours, List.of());
    return new Character(CHARACTER, of.body(), Optional.of(dense), Optional.empty());
  }

  /** Goes through frames as fast as they are drawn. */
  private void draw(String what, Runnable then) {
    long window = Thread.currentThread().getId();
    long drawing =
        Arrays.stream(THREADS.getThreadInfo(THREADS.getAllThreadIds()))
            .filter(t -> t != null && t.getThreadName().startsWith("QuantumRenderer"))
            .mapToLong(ThreadInfo::getThreadId)
            .findFirst()
            .orElse(window);
    new AnimationTimer() {
      private int n;
      private long windowNs;
      private long drawingNs;

      @Override
      public void handle(long now) {
        if (n == FIRST) {
          windowNs = THREADS.getThreadCpuTime(window);
          drawingNs = THREADS.getThreadCpuTime(drawing);
        }
        if (n == FIRST + DRAWN) {
          stop();
          System.out.printf(
              Locale.ROOT,
              "%-28s %16.2f %16.2f%n",
              what,
              (THREADS.getThreadCpuTime(window) - windowNs) / 1e6 / DRAWN,
              (THREADS.getThreadCpuTime(drawing) - drawingNs) / 1e6 / DRAWN);
          System.out.flush();
          then.run();
          return;
        }
        session.seek(APART * (n++ % DRAWN) + 1);
      }
    }.start();
  }

  private static void later(Runnable action) {
    PauseTransition wait = new PauseTransition(Duration.seconds(8));
    wait.setOnFinished(e -> action.run());
    wait.play();
  }
}
