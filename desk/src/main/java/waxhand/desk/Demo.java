package waxhand.desk;

import java.util.LinkedHashMap;
import java.util.Map;
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
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** The demo project: the raw takes of the Night Ferry shoot, rehearsed on the spot. */
public final class Demo {
  private static final long SEED = 7;
  private static final double RATE_HZ = 120;

  private Demo() {}

  public static Project project() {
    Project project = Project.empty("Night Ferry");
    for (Scene scene : Scene.values()) {
      project = project.added(scene.key(), raw(scene, scene.usualSeconds(), RATE_HZ, harm(scene)));
    }
    return project;
  }

  /** The first take has every fault there is, the others the usual ones and one of their own. */
  private static Map<String, Double> harm(Scene scene) {
    return switch (scene) {
      case DECK_WALK -> Damages.ALL;
      case CRATE_LIFT, GANGWAY_HOP -> Damages.USUAL;
      case LINE_HAUL -> usualAnd("twist");
      case BOLLARD_KNEEL -> usualAnd("collision");
      case LANTERN_JOG -> usualAnd("shake");
    };
  }

  private static Map<String, Double> usualAnd(String kind) {
    Map<String, Double> harm = new LinkedHashMap<>(Damages.USUAL);
    harm.put(kind, 1.0);
    return harm;
  }

  /** One short take, made at once. */
  static Project sample() {
    return Project.empty("sample").added("sample", raw(Scene.DECK_WALK, 1, 30, Damages.USUAL));
  }

  private static RawTake raw(Scene scene, double seconds, double rateHz, Map<String, Double> harm) {
    Rehearsal.Order order = new Rehearsal.Order(scene, seconds, rateHz, SEED, 1.78, false, harm);
    byte[] bytes = BvhWriter.write(Rehearsal.of(order).raw(), Unit.CM, Up.Y);
    try {
      return TakeFiles.read(scene.key() + ".bvh", bytes, Reading.GUESS, Work.UNWATCHED);
    } catch (FormatException e) {
      throw new IllegalStateException("a rehearsed take can be read", e);
    }
  }
}
