package waxhand.cli;

import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.joml.Vector3dc;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.pose.HandShape;
import waxhand.core.pose.Pose;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.project.PoseFile;
import waxhand.formats.takes.Handoff;

@Command(
    name = "pose",
    description = "Saves a pose of a take, or puts a take into one.",
    subcommands = {PoseVerb.Save.class, PoseVerb.Apply.class})
final class PoseVerb extends TakeVerb {
  @Override
  public Integer call() {
    throw wrong("say save or apply");
  }

  /** The parts that are named, all where none is. */
  private static Set<Role> parts(TakeVerb verb, List<String> named) {
    Set<Role> parts = EnumSet.noneOf(Role.class);
    for (String part : named == null ? List.<String>of() : named) {
      parts.add(
          Role.ofKey(part)
              .orElseThrow(() -> verb.wrong("--parts: there is no part '" + part + "'")));
    }
    return parts.isEmpty() ? EnumSet.allOf(Role.class) : parts;
  }

  private static int frame(TakeVerb verb, int frame, RawTake take) {
    int frames = take.motion().clip().frames();
    if (frame < 0 || frame >= frames) {
      throw verb.wrong("--frame is " + frame + "; the take has frames 0 to " + (frames - 1));
    }
    return frame;
  }

  @Command(name = "save", description = "Saves the pose of a frame.")
  static final class Save extends TakeVerb {
    @Parameters(paramLabel = "TAKE", description = "A .bvh file.")
    Path take;

    @Option(names = "--frame", required = true, description = "Counted from 0.")
    int frame;

    @Option(names = "--parts", split = ",", description = "Such as left-hand,left-forearm.")
    List<String> parts;

    @Option(names = "--name", defaultValue = "pose", description = "What people call it.")
    String name;

    @Option(names = "--out", required = true, paramLabel = "P.json", description = "The pose.")
    Path target;

    @Mixin ReadingOptions how;

    @Override
    public Integer call() throws Exception {
      Untouchable untouchable = new Untouchable();
      untouchable.reads(take, "the raw take");
      untouchable.claim(target);
      Set<Role> of = parts(this, parts);
      RawTake raw = read(take, how);
      Motion motion = raw.motion();
      int at = frame(this, frame, raw);
      Pose pose = Pose.of(motion.clip(), motion.body(), at, of);
      if (pose.turns().isEmpty()) {
        throw wrong("the body has none of these parts");
      }
      new PoseFile(name, pose).save(target);
      out().println(target + ": " + pose.turns().size() + " parts as in frame " + at);
      return 0;
    }
  }

  @Command(
      name = "apply",
      description = "Puts a take into a pose at a frame, by a layer, and writes the take.")
  static final class Apply extends TakeVerb {
    @Parameters(index = "0", paramLabel = "TAKE", description = "A .bvh file.")
    Path take;

    @Parameters(
        index = "1",
        paramLabel = "POSE",
        description =
            "A pose file, or a hand shape: open, flat, relaxed, fist, grip, point, pinch.")
    String pose;

    @Option(names = "--frame", required = true, description = "Counted from 0.")
    int frame;

    @Option(names = "--share", defaultValue = "1", description = "0 to 1. [${DEFAULT-VALUE}]")
    double share;

    @Option(names = "--mirrored", description = "Left and right exchanged.")
    boolean mirrored;

    @Option(names = "--parts", split = ",", description = "Only these, such as left-hand.")
    List<String> parts;

    @Option(
        names = "--hold",
        defaultValue = "0.25",
        description =
            "Felt so many seconds to either side; 0 over all of the take." + " [${DEFAULT-VALUE}]")
    double holdS;

    @Option(names = "--out", required = true, description = "A .bvh file.")
    Path target;

    @Mixin ReadingOptions how;

    @Override
    public Integer call() throws Exception {
      if (!(share >= 0 && share <= 1)) {
        throw wrong("--share is " + share + "; it must be from 0 to 1");
      }
      if (!(holdS >= 0 && holdS <= 1e6)) {
        throw wrong("--hold is " + holdS + "; it must be 0 or more seconds");
      }
      Set<Role> only = parts(this, parts);
      Untouchable untouchable = new Untouchable();
      untouchable.reads(take, "the raw take");
      boolean shape = HandShape.ALL.stream().anyMatch(s -> s.key().equals(pose));
      if (!shape && !Files.exists(file())) {
        String shapes =
            HandShape.ALL.stream().map(HandShape::key).collect(Collectors.joining(", "));
        throw wrong(pose + " is neither a file nor a hand shape: " + shapes);
      }
      if (!shape) {
        untouchable.reads(file(), "the pose");
      }
      untouchable.claim(target);
      RawTake raw = read(take, how);
      Motion in = raw.motion();
      int at = frame(this, frame, raw);
      Pose told = shape ? hands(in) : PoseFile.read(file()).pose();
      Pose wanted = (mirrored ? told.mirrored() : told).of(only);
      int last = in.clip().frames() - 1;
      LayerEdit.Hold hold =
          holdS == 0
              ? new LayerEdit.Hold.Whole(0, last, last, 1)
              : new LayerEdit.Hold.Near(Math.max(1, holdS * in.clip().rateHz()));
      LayerPass layer =
          LayerEdit.posed(LayerPass.KIND.defaults(), in, in, at, at, wanted, share, hold);
      if (layer.rows().isEmpty()) {
        throw wrong("nothing changes: the body has none of the parts, or stands so already");
      }
      Progress progress = new Progress("posing", take);
      Evaluator.Stages stages =
          new Evaluator(in).evaluate(Chain.of(Plate.of("pose", layer)), progress);
      Handoff.Receipt receipt = Handoff.AS_IT_CAME.write(stages.result(), raw, target, progress);
      progress.end();
      out()
          .println(
              layer.rows().stream().map(r -> r.part()).distinct().count()
                  + " parts posed at frame "
                  + at);
      out().println(receipt.words());
      return 0;
    }

    private Path file() {
      try {
        return Path.of(pose);
      } catch (InvalidPathException e) {
        throw wrong("POSE is no name that a file can have, and no hand shape");
      }
    }

    /** Both hands in a shape. */
    private Pose hands(Motion in) {
      HandShape shape =
          HandShape.ALL.stream().filter(s -> s.key().equals(pose)).findFirst().orElseThrow();
      Map<Role, Vector3dc> turns = new EnumMap<>(Role.class);
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        turns.putAll(shape.pose(in.body(), side).turns());
      }
      return new Pose(turns);
    }
  }
}
