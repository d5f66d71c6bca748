package waxhand.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import waxhand.core.body.Body;
import waxhand.core.character.Character;
import waxhand.core.character.Skin;
import waxhand.core.contact.Floor;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.gltf.GltfContent;
import waxhand.formats.gltf.GltfFormat;
import waxhand.formats.takes.Characters;
import waxhand.formats.takes.TakeFiles;

@Command(
    name = "info",
    description = "Says what a take or a character holds and what was assumed in reading it.")
final class InfoVerb extends TakeVerb {
  @Parameters(paramLabel = "TAKE", description = "A take, or a character as glTF.")
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
    if (GltfFormat.isGltf(take.toString()) && GltfContent.of(take) == GltfContent.CHARACTER) {
      return character(Characters.read(take, Work.UNWATCHED));
    }
    RawTake raw = read(take, how);
    Clip clip = raw.motion().clip();
    List<String> names = TakeFiles.names(take);
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
      if (names.size() > 1) {
        names.forEach(node.withArray("takes")::add);
      }
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
    if (names.size() > 1) {
      out()
          .println(
              "  takes in it (--animation): "
                  + names.stream().map(n -> Legible.of(n, 40)).collect(Collectors.joining(", ")));
    }
    say(raw.motion().body());
    return 0;
  }

  private Integer character(Character character) throws IOException {
    Body body = character.body();
    Optional<Skin> skin = character.skin();
    if (json) {
      ObjectNode node = JSON.createObjectNode();
      node.put("character", take.toString()).put("joints", body.skeleton().size());
      node.put("heightM", body.heightM());
      skin.ifPresent(
          s ->
              node.putObject("skin")
                  .put("points", s.count())
                  .put("triangles", s.triangles().length / 3)
                  .put("shapes", s.shapes().size()));
      roles(body, node);
      print(node);
      return 0;
    }
    out()
        .printf(
            Locale.ROOT,
            "%s: a character of %d joints, %.2f m tall%s%n",
            take.getFileName(),
            body.skeleton().size(),
            body.heightM(),
            skin.map(
                    s ->
                        String.format(
                            Locale.ROOT,
                            ", skin of %d points and %d triangles, %d shapes",
                            s.count(),
                            s.triangles().length / 3,
                            s.shapes().size()))
                .orElse(", no skin"));
    say(body);
    return 0;
  }

  private void say(Body body) {
    body.joints()
        .forEach(
            (role, j) ->
                out()
                    .printf(
                        Locale.ROOT,
                        "  %-20s %s%n",
                        role.words(),
                        Legible.of(body.skeleton().joint(j).name())));
  }

  private static void roles(Body body, ObjectNode node) {
    ObjectNode roles = node.putObject("roles");
    body.joints().forEach((role, j) -> roles.put(role.key(), body.skeleton().joint(j).name()));
  }
}
