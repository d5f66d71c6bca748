package waxhand.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.Locale;
import java.util.OptionalDouble;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.body.Body;
import waxhand.core.contact.Floor;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;

@Command(name = "info", description = "Says what a take holds and what was assumed in reading it.")
final class InfoVerb extends TakeVerb {
  @Parameters(paramLabel = "TAKE", description = "A .bvh file.")
  Path take;

  @Option(names = "--json", description = "Print JSON.")
  boolean json;

  @Mixin ReadingOptions how;

  /** They are said among the assumptions. */
  @Override
  boolean remarksAreSaid() {
    return false;
  }

  @Override
  public Integer call() throws Exception {
    RawTake raw = read(take, how);
    Clip clip = raw.motion().clip();
    double floor = Floor.height(raw.motion());
    if (json) {
      ObjectNode node = JSON.createObjectNode();
      node.put("take", take.toString()).put("sha256", raw.sha256());
      node.put("joints", clip.skeleton().size()).put("frames", clip.frames());
      node.put("rateHz", clip.rateHz()).put("seconds", clip.seconds());
      node.put("heightM", raw.motion().body().heightM()).put("floorM", floor);
      ObjectNode reading = node.putObject("reading");
      raw.reading().forEach(reading::put);
      raw.assumptions().forEach(a -> node.withArray("assumptions").add(a));
      roles(raw.motion().body(), node);
      Body own = raw.motion().body();
      node.put("restFrames", raw.restFrames());
      OptionalDouble sole = own.soleM();
      if (sole.isPresent()) {
        node.put("soleM", sole.getAsDouble());
      }
      Body.named(clip.skeleton())
          .forEach(
              (name, body) -> {
                ObjectNode one = node.withArray("bodies").addObject();
                one.put("name", name).put("heightM", body.heightM());
                roles(body, one);
              });
      print(node);
      return 0;
    }
    out()
        .printf(
            Locale.ROOT,
            "%s: %d joints, %d %s, %.6g Hz, %.2f s%n",
            take.getFileName(),
            clip.skeleton().size(),
            clip.frames(),
            clip.frames() == 1 ? "frame" : "frames",
            clip.rateHz(),
            clip.seconds());
    out()
        .printf(
            Locale.ROOT,
            "body %.2f m tall, floor found at %.1f mm%n",
            raw.motion().body().heightM(),
            1000 * floor);
    raw.assumptions().forEach(a -> out().println("  " + a));
    raw.motion()
        .body()
        .joints()
        .forEach(
            (role, j) ->
                out()
                    .printf(
                        Locale.ROOT,
                        "  %-20s %s%n",
                        role.words(),
                        Legible.of(clip.skeleton().joint(j).name())));
    return 0;
  }

  private static void roles(Body body, ObjectNode node) {
    ObjectNode roles = node.putObject("roles");
    body.joints().forEach((role, j) -> roles.put(role.key(), body.skeleton().joint(j).name()));
  }
}
