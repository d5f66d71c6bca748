package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.LongStream;
import org.assertj.core.api.SoftAssertions;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.bvh.BvhReader;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.mate.MateScene;

/** The same movements with the names, rest poses and joints that other people's files have. */
class ConventionsTest {
  private static final Reading NO_REST = Reading.GUESS.withRestFrames(0);

  private static Rehearsal take(long seed, double seconds) {
    MateScene[] scenes = MateScene.values();
    MateScene scene = scenes[(int) (seed % scenes.length)];
    return Rehearsal.ofMate(scene, seconds, 60, 5000 + seed, Damages.WILD);
  }

  private static RawTake read(Clip clip) throws FormatException {
    byte[] file = BvhWriter.write(clip, Unit.CM, Up.Y);
    return BvhReader.read("told.bvh", file, NO_REST, Work.UNWATCHED);
  }

  @Test
  void everyJointIsTakenForWhatItIs() throws FormatException {
    List<String> wrong = new ArrayList<>();
    for (long seed = 0; seed < 90; seed++) {
      Convention convention = Convention.drawn(seed);
      Rehearsal take = take(seed, 3);
      Convention.Told told = convention.of(take);
      Body body = read(told.take().raw()).motion().body();
      for (Map.Entry<Role, String> role : told.roles().entrySet()) {
        OptionalInt joint = body.joint(role.getKey());
        String is = joint.isPresent() ? body.skeleton().joint(joint.getAsInt()).name() : "none";
        if (!is.equals(role.getValue())) {
          wrong.add(role.getKey() + " is " + is + ", not " + role.getValue() + " " + convention);
        }
      }
      double tall = body.heightM() / Body.of(take.raw().skeleton()).heightM();
      if (!(Math.abs(tall - 1) < 0.08)) {
        wrong.add(String.format("%.2f times as tall, %s", tall, convention));
      }
    }
    assertThat(wrong).isEmpty();
  }

  @Test
  void partsAreWhereTheyWereWhateverTheJointsAround() throws FormatException {
    for (long seed = 100; seed < 130; seed++) {
      Rehearsal take = take(seed, 1);
      Convention.Told told = Convention.drawn(seed).of(take);
      Clip is = read(told.take().raw()).motion().clip();
      Clip was = take.raw();
      WorldPose a = new WorldPose(was.skeleton());
      WorldPose b = new WorldPose(is.skeleton());
      for (int f = 0; f < was.frames(); f += 20) {
        a.solve(was, f);
        b.solve(is, f);
        for (Role role : List.of(Role.HIPS, Role.LEFT_SHIN, Role.RIGHT_FOOT)) {
          int before = Body.of(was.skeleton()).joint(role).orElseThrow();
          int now = is.skeleton().indexOf(told.roles().get(role));
          assertThat(at(a, before).distance(at(b, now)))
              .as("%s in frame %d, seed %d", role, f, seed)
              .isLessThan(1e-5);
        }
      }
    }
  }

  private static Vector3d at(WorldPose pose, int joint) {
    return new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint));
  }

  private record Outcome(String name, double before, double unplanted, double after) {}

  @Test
  void aFirstPassMendsThemAll() {
    List<Outcome> outcomes =
        LongStream.range(300, 318).parallel().mapToObj(ConventionsTest::mended).toList();
    SoftAssertions softly = new SoftAssertions();
    for (Outcome o : outcomes) {
      softly.assertThat(o.after()).as("pose error, mm, of " + o.name()).isLessThan(o.before());
      softly.assertThat(o.after() / o.unplanted()).as("by Plants, of " + o.name()).isLessThan(1.05);
    }
    softly.assertAll();
    List<Outcome> sorted =
        outcomes.stream()
            .sorted(Comparator.comparingDouble((Outcome o) -> o.after() / o.before()))
            .toList();
    Outcome middle = sorted.get(sorted.size() / 2);
    assertThat(middle.after() / middle.before()).as("pose error to raw").isLessThan(0.4);
  }

  private static Outcome mended(long seed) {
    Convention convention = Convention.drawn(seed);
    Rehearsal told = convention.of(take(seed, 5)).take();
    try {
      Motion raw = read(told.raw()).motion();
      Motion truth =
          raw.with(read(told.truth()).motion().clip().withSkeleton(raw.body().skeleton()));
      var stages = new Evaluator(raw).evaluate(Recipe.firstPass().chain(), Work.UNWATCHED);
      Motion unplanted = stages.motions().get(stages.chain().size() - 1);
      return new Outcome(
          seed + " " + convention,
          Comparison.of(truth, raw, List.of()).poseRmsMm(),
          Comparison.of(truth, unplanted, List.of()).poseRmsMm(),
          Comparison.of(truth, stages.result(), List.of()).poseRmsMm());
    } catch (FormatException e) {
      throw new IllegalStateException(e);
    }
  }
}
