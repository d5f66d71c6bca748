package waxhand.desk;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Triple;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.passes.props.PropPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.actor.Score;
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
      Rehearsal take = rehearsed(scene, scene.usualSeconds(), RATE_HZ, harm(scene));
      project = project.added(scene.key(), raw(take));
      String id = project.takes().get(project.takes().size() - 1).id();
      Chain things = new Chain(things(take));
      project = project.changed(id, t -> t.withChain(things));
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

  /**
   * What the deckhand acts against, as plates: what stands about, and the crate that is carried.
   */
  private static List<Plate> things(Rehearsal take) {
    List<Plate> plates = new ArrayList<>();
    for (Score.Thing thing : take.things()) {
      String name =
          take.things().size() > 1 ? thing.name() + " " + (plates.size() + 1) : thing.name();
      PropPass prop =
          PropPass.KIND
              .of(Map.of("form", "cylinder", "colour", "moss"))
              .withName(name)
              .withSize(new Triple(thing.width(), thing.height(), thing.width()))
              .withPlace(new Triple(thing.x(), 0, thing.z()));
      plates.add(plate(plates.size(), prop));
    }
    List<Hold> holds = holds(take);
    if (!holds.isEmpty() && take.scene() == Scene.CRATE_LIFT) {
      PropPass crate =
          PropPass.KIND
              .of(Map.of("start", "where hands take it", "width", 0.42, "height", 0.42))
              .withHolds(holds);
      plates.add(plate(plates.size(), crate));
    }
    return plates;
  }

  private static Plate plate(int number, PropPass prop) {
    String name = prop.name();
    return Plate.of("prop-" + (number + 1), prop)
        .withName(Character.toUpperCase(name.charAt(0)) + name.substring(1));
  }

  /** While both hands have the crate. */
  private static List<Hold> holds(Rehearsal take) {
    List<Hold> holds = new ArrayList<>();
    int grabbed = -1;
    int frames = take.raw().frames();
    for (Score.Event event : take.events()) {
      int frame = Math.min(frames - 1, (int) Math.round(event.time() * take.raw().rateHz()));
      if (event.kind().equals("grab") && event.part().equals("right-hand")) {
        grabbed = frame;
      } else if (event.kind().equals("release") && grabbed >= 0 && frame > grabbed) {
        holds.add(new Hold(Holder.BOTH_HANDS, new Frames(grabbed, frame)));
        grabbed = -1;
      }
    }
    return holds;
  }

  /** One short take, made at once. */
  static Project sample() {
    return Project.empty("sample")
        .added("sample", raw(rehearsed(Scene.DECK_WALK, 1, 30, Damages.USUAL)));
  }

  static Rehearsal rehearsed(Scene scene, double seconds, double rateHz, Map<String, Double> harm) {
    // where a line is gripped hands have fingers
    boolean fingers = scene == Scene.LINE_HAUL;
    return Rehearsal.of(new Rehearsal.Order(scene, seconds, rateHz, SEED, 1.78, fingers, harm));
  }

  private static RawTake raw(Rehearsal take) {
    return raw(take.scene().key(), take.raw());
  }

  /** A clip as if it had been read from a file. */
  static RawTake raw(String name, Clip clip) {
    byte[] bytes = BvhWriter.write(clip, Unit.CM, Up.Y);
    try {
      return TakeFiles.read(name + ".bvh", bytes, Reading.GUESS, Work.UNWATCHED);
    } catch (FormatException e) {
      throw new IllegalStateException("a rehearsed take can be read", e);
    }
  }
}
