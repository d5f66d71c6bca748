package waxhand.cli;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class VerbsTest extends CliTest {
  private Path take;

  @BeforeEach
  void simulate() {
    take = folder.resolve("sim");
    assertThat(simulate("deck-walk", 21, take)).isZero();
  }

  @Test
  void theWholeJobOnATakeNeverSeen() throws Exception {
    Path clean = folder.resolve("clean.bvh");
    assertThat(run("clean", take.resolve("raw.bvh"), "--recipe", "first-pass", "--out", clean))
        .isZero();
    assertThat(out).contains("read back");
    double[] position = new double[2];
    int i = 0;
    for (Path candidate : new Path[] {take.resolve("raw.bvh"), clean}) {
      assertThat(
              run(
                  "compare",
                  take.resolve("truth.bvh"),
                  candidate,
                  "--truth",
                  take.resolve("truth.json"),
                  "--json"))
          .isZero();
      position[i++] = json().get("positionRmsMm").asDouble();
      assertThat(json().get("slideMmPerFrame").isNumber()).isTrue();
    }
    assertThat(position[1]).isLessThan(0.8 * position[0]);
    assertThat(run("compare", clean, clean)).isZero();
    assertThat(out).contains("not known").contains("0.000 mm RMS");
  }

  @Test
  void surveyListsWhatIsWrongAndIsMeasuredByTheTruth() throws Exception {
    Path raw = take.resolve("raw.bvh");
    assertThat(run("survey", raw, "--json")).isZero();
    assertThat(json().get("frames").asInt()).isEqualTo(480);
    double before = 1;
    for (var finding : json().get("findings")) {
      assertThat(finding.get("severity").asDouble()).isBetween(0.0, before);
      before = finding.get("severity").asDouble();
      assertThat(finding.get("to").asInt()).isGreaterThan(finding.get("from").asInt());
      assertThat(finding.get("parts").get(0).asText()).isNotBlank();
    }
    Path truth = take.resolve("truth.json");
    assertThat(run("survey", raw, "--truth", truth, "--kind", "spike,freeze", "--json")).isZero();
    assertThat(json().get("score").get("spike").get("recall").asDouble()).isEqualTo(1);
    assertThat(json().get("score").has("jitter")).isFalse();
    for (var finding : json().get("findings")) {
      assertThat(finding.get("kind").asText()).isIn("spike", "freeze");
    }
    assertThat(run("survey", raw)).isZero();
    assertThat(out).contains("findings in 480 frames").contains("jitters");
    assertThat(run("survey", raw, "--kind", "spikes")).isEqualTo(2);
    assertThat(err).contains("there is no kind 'spikes'");
    assertThat(run("survey", raw, truth.resolveSibling("none.bvh"))).isEqualTo(1);
    assertThat(out).contains("findings in 480 frames");
  }

  private int framesInContact() throws Exception {
    int frames = 0;
    for (var contact : json().get("contacts")) {
      frames += contact.get("to").asInt() - contact.get("from").asInt();
    }
    return frames;
  }

  @Test
  void contactsAreListedAndMeasuredByTheTruth() throws Exception {
    Path raw = take.resolve("raw.bvh");
    Path truth = take.resolve("truth.json");
    assertThat(run("contacts", raw, "--truth", truth, "--json")).isZero();
    assertThat(json().get("contacts").size()).isGreaterThan(12);
    for (var contact : json().get("contacts")) {
      assertThat(contact.get("to").asInt()).isBetween(contact.get("from").asInt() + 1, 480);
    }
    assertThat(json().get("score").size()).isEqualTo(6);
    for (var part : json().get("score")) {
      assertThat(part.get("f1Inside").asDouble()).isGreaterThan(0.9);
    }
    assertThat(run("contacts", raw, "--truth", truth)).isZero();
    assertThat(out).contains("contacts in 480 frames").contains("left-heel").contains("F1 0.9");
    assertThat(run("contacts", raw, "--json")).isZero();
    int usual = framesInContact();
    assertThat(run("contacts", raw, "--speed", 20, "--json")).isZero();
    assertThat(framesInContact()).as("less is that slow").isBetween(1, usual - 20);
    assertThat(run("contacts", raw, "--height", -1)).isEqualTo(2);
    assertThat(err).contains("--height must be");
    assertThat(run("contacts", raw, raw.resolveSibling("none.bvh"))).isEqualTo(1);
    assertThat(err).contains("no such file");
    // the first pass makes resting feet rest
    Path clean = folder.resolve("still.bvh");
    assertThat(run("clean", raw, "--out", clean)).isZero();
    assertThat(run("compare", take.resolve("truth.bvh"), clean, "--truth", truth, "--json"))
        .isZero();
    assertThat(json().get("insideMms").asDouble()).isLessThan(10);
    assertThat(json().get("floatMm").asDouble()).isLessThan(1);
    assertThat(json().get("kneePops").asDouble()).isLessThan(1.2);
  }

  @Test
  void theReportIsAPageOfItsOwnAndCutsAndComplaintsAreTold() throws Exception {
    Path recipe = folder.resolve("r.json");
    Files.writeString(
        recipe,
        """
        { "waxhand": "recipe", "version": 1, "name": "short & sweet", "plates": [
          { "pass": "splice", "settings": {}, "span": { "from": 200, "to": 260 } },
          { "pass": "despike", "settings": {}, "span": { "from": 9000, "to": 9100 } } ] }
        """);
    Path clean = folder.resolve("clean.bvh");
    Path report = folder.resolve("report.html");
    int code =
        run(
            "clean",
            take.resolve("raw.bvh"),
            "--recipe",
            recipe,
            "--out",
            clean,
            "--report",
            report);
    assertThat(code).isZero();
    assertThat(out).contains("420 frames").contains("The span lies outside the take");
    String page = Files.readString(report);
    assertThat(page).contains("short &amp; sweet").contains("What remains").contains("</html>");
    assertThat(page).doesNotContain("http").doesNotContain("NaN");
    assertThat(run("info", clean, "--json")).isZero();
    assertThat(json().get("frames").asInt()).isEqualTo(420);
  }

  @Test
  void simulationIsTheSameForTheSameSeed() throws Exception {
    Path other = folder.resolve("again");
    simulate("deck-walk", 21, other);
    for (String name : new String[] {"truth.bvh", "raw.bvh", "truth.json"}) {
      assertThat(Files.mismatch(take.resolve(name), other.resolve(name))).as(name).isEqualTo(-1);
    }
  }

  @Test
  void infoAndConvert() throws Exception {
    assertThat(run("info", take.resolve("raw.bvh"), "--json")).isZero();
    assertThat(json().get("frames").asInt()).isEqualTo(480);
    assertThat(json().get("rateHz").asDouble()).isEqualTo(60);
    assertThat(json().get("roles").get("left-foot").asText()).isEqualTo("LeftFoot");
    Path converted = folder.resolve("c.bvh");
    assertThat(
            run(
                "convert",
                take.resolve("raw.bvh"),
                converted,
                "--range",
                "100:200",
                "--unit",
                "m",
                "--up",
                "Z"))
        .isZero();
    assertThat(run("info", converted, "--json")).isZero();
    assertThat(json().get("frames").asInt()).isEqualTo(100);
    assertThat(json().get("reading").get("unit").asText()).isEqualTo("m");
    assertThat(json().get("reading").get("up").asText()).isEqualTo("Z");
    assertThat(json().get("heightM").asDouble()).isBetween(1.7, 1.8);
  }

  @Test
  void aBadTakeAmongManyIsReportedAndTheRestIsDone() throws Exception {
    Path many = Files.createDirectory(folder.resolve("many"));
    Files.copy(take.resolve("raw.bvh"), many.resolve("a.bvh"));
    Files.writeString(many.resolve("b.bvh"), "HIERARCHY\nROOT x\n{\nOFFSET 1 2\n}");
    Files.copy(take.resolve("raw.bvh"), many.resolve("c.bvh"));
    Path target = folder.resolve("out");
    assertThat(run("clean", many, "--out", target, "--json")).isEqualTo(1);
    assertThat(err).contains("b.bvh:5:1: expected the offset's z, found '}'");
    assertThat(target.resolve("a.bvh")).exists();
    assertThat(target.resolve("b.bvh")).doesNotExist();
    assertThat(target.resolve("c.bvh")).exists();
    assertThat(json().get(1).get("error").asText()).contains("offset");
    assertThat(json().get(0).get("plates").get(4).get("settings").get("floorM").asDouble())
        .isBetween(-0.2, 0.2);
  }

  @Test
  void theMatesFilesCanBeAsOthersWriteThem() throws Exception {
    Path mate = folder.resolve("mate");
    assertThat(
            run(
                "simulate",
                "--take",
                "side-step",
                "--seed",
                "5",
                "--rate",
                "50",
                "--seconds",
                "5",
                "--pictures",
                "25",
                "--convention",
                "8",
                "--out",
                mate))
        .isZero();
    Path raw = mate.resolve("raw.bvh");
    assertThat(run("info", raw, "--json")).isZero();
    assertThat(json().get("roles").has("left-shin")).isTrue();
    assertThat(json().get("assumptions").toString()).contains("repeats the one before");
    Path clean = folder.resolve("told.bvh");
    assertThat(run("clean", raw, "--recipe", "first-pass", "--out", clean)).isZero();
    double[] pose = new double[2];
    int i = 0;
    for (Path candidate : new Path[] {raw, clean}) {
      assertThat(run("compare", mate.resolve("truth.bvh"), candidate, "--json")).isZero();
      pose[i++] = json().get("poseRmsMm").asDouble();
    }
    assertThat(pose[1]).isLessThan(0.7 * pose[0]);
    assertThat(run("simulate", "--take", "deck-walk", "--convention", "8", "--out", folder))
        .isEqualTo(2);
    assertThat(err).contains("side-step");
    assertThat(run("simulate", "--take", "hop", "--pictures", "500", "--out", folder)).isEqualTo(2);
    assertThat(run("simulate", "--take", "hop", "--fingers", "--out", folder)).isEqualTo(2);
  }

  @Test
  void theRawTakeIsNeverOverwritten() throws Exception {
    Path raw = take.resolve("raw.bvh");
    byte[] before = Files.readAllBytes(raw);
    assertThat(run("clean", raw, "--out", raw)).isEqualTo(1);
    assertThat(run("clean", raw, "--out", take)).isEqualTo(1);
    assertThat(err).contains("would be overwritten");
    assertThat(Files.readAllBytes(raw)).isEqualTo(before);
  }

  @Test
  void wrongWordsGetHelpAndNoStackTrace() {
    assertThat(run("clena")).isEqualTo(2);
    assertThat(err).contains("clean");
    assertThat(run("simulate", "--take", "moon-walk", "--out", folder)).isEqualTo(2);
    assertThat(err).contains("deck-walk");
    assertThat(run("simulate", "--take", "deck-walk", "--rate", "0", "--out", folder)).isEqualTo(1);
    assertThat(run("info", folder.resolve("nothing.bvh"))).isEqualTo(1);
    assertThat(err).contains("no such file").doesNotContain("\tat ");
    assertThat(
            run("convert", take.resolve("raw.bvh"), folder.resolve("o.bvh"), "--range", "5:9999"))
        .isEqualTo(2);
    assertThat(err).contains("0:480");
    assertThat(
            run(
                "clean",
                take.resolve("raw.bvh"),
                "--recipe",
                "nope",
                "--out",
                folder.resolve("x.bvh")))
        .isEqualTo(1);
    assertThat(run("--help")).isZero();
    assertThat(out).contains("simulate").contains("compare");
  }

  @Test
  void theScriptNamesEveryVerb() throws Exception {
    Process script =
        new ProcessBuilder("bash", "../waxhand", "help").redirectErrorStream(true).start();
    String said = new String(script.getInputStream().readAllBytes(), UTF_8);
    assertThat(script.waitFor()).isZero();
    List<String> words = List.of(said.split("[ ,\n]+"));
    assertThat(words).containsAll(Main.commandLine().getSubcommands().keySet());
  }
}
