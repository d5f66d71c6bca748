package waxhand.desk;

import java.util.List;
import waxhand.core.passes.Work;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.TakeFiles;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** The demo project: three raw takes of the Night Ferry shoot, rehearsed on the spot. */
public final class Demo {
  private static final long SEED = 7;
  private static final double RATE_HZ = 120;

  private Demo() {}

  public static Project project() {
    Project project = Project.empty("Night Ferry");
    for (Scene scene : List.of(Scene.DECK_WALK, Scene.CRATE_LIFT, Scene.GANGWAY_HOP)) {
      project = project.added(scene.key(), raw(scene, scene.usualSeconds(), RATE_HZ));
    }
    return project;
  }

  /** One short take, made at once. */
  static Project sample() {
    return Project.empty("sample").added("sample", raw(Scene.DECK_WALK, 1, 30));
  }

  private static RawTake raw(Scene scene, double seconds, double rateHz) {
    Rehearsal.Order order = Rehearsal.Order.usual(scene, seconds, rateHz, SEED);
    byte[] bytes = BvhWriter.write(Rehearsal.of(order).raw(), Unit.CM, Up.Y);
    try {
      return TakeFiles.read(scene.key() + ".bvh", bytes, Reading.GUESS, Work.UNWATCHED);
    } catch (FormatException e) {
      throw new IllegalStateException("a rehearsed take can be read", e);
    }
  }
}
