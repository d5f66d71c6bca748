package waxhand.bench;

import java.util.Locale;
import java.util.Map;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhReader;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** Memory of an opened take against its raw samples: eight bytes a number of the file. */
public final class MemoryReport {
  private MemoryReport() {}

  public static void main(String[] args) throws Exception {
    for (boolean fingers : new boolean[] {false, true}) {
      Rehearsal take =
          Rehearsal.of(
              new Rehearsal.Order(
                  Scene.DECK_WALK, 600, 120, 7, 1.78, fingers, Map.of("jitter", 1.0)));
      byte[] file = BvhWriter.write(take.raw(), Unit.CM, Up.Y);
      take = null;
      long before = used();
      RawTake raw = BvhReader.read("t.bvh", file, Reading.GUESS, Work.UNWATCHED);
      long after = used();
      Clip clip = raw.motion().clip();
      double samples = 8.0 * clip.frames() * (3 * clip.skeleton().size() + 3);
      System.out.printf(
          Locale.ROOT,
          "%d joints: raw samples %.0f MB; clip %.2f times that; clip and file's bytes %.2f times%n",
          clip.skeleton().size(),
          samples / 1e6,
          (after - before) / samples,
          (after - before + file.length) / samples);
      if (Motion.of(clip).clip().frames() != 72_000) {
        throw new IllegalStateException("not the take that was asked for");
      }
    }
  }

  private static long used() throws InterruptedException {
    for (int i = 0; i < 4; i++) {
      System.gc();
      Thread.sleep(100);
    }
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }
}
