package waxhand.formats.takes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.joml.Quaterniond;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.mate.MateScene;

/** What is handed on is right, or what was there before stays. */
class HandoffTest {
  private static final String TAKE =
      "HIERARCHY\nROOT hips\n{\nOFFSET 0 0 0\nCHANNELS 6 Xposition Yposition Zposition Zrotation"
          + " Xrotation Yrotation\nJOINT neck\n{\nOFFSET 0 60 0\nCHANNELS 3 Zrotation Xrotation"
          + " Yrotation\nEnd Site\n{\nOFFSET 0 30 0\n}\n}\n}\nMOTION\nFrames: 3\nFrame Time: 0.01\n"
          + "1 90 0 10 0 0 0 0 0\n2 91 0 11 0 0 0 5 0\n3.50 92 0 12 0 0 0 9 0\n";

  private final FileSystem disk = Jimfs.newFileSystem(Configuration.unix());
  private final Path folder = disk.getPath("/work/takes");
  private final Path out = folder.resolve("a_clean.bvh");
  private RawTake raw;

  @BeforeEach
  void read() throws IOException {
    Files.createDirectories(folder);
    byte[] bytes = TAKE.getBytes(StandardCharsets.US_ASCII);
    raw = TakeFiles.read("a.bvh", bytes, Reading.GUESS.withUnit(Unit.CM), Work.UNWATCHED);
  }

  @AfterEach
  void close() throws IOException {
    disk.close();
  }

  private Handoff.Receipt handOn(Handoff handoff, Motion result, Path to) throws IOException {
    return handoff.write(result, raw, to, Work.UNWATCHED);
  }

  @Test
  void aMotionOfOtherJointsIsRefusedInWordsAndNothingIsWritten() throws IOException {
    Clip clip = raw.motion().clip();
    Skeleton own = clip.skeleton();
    Skeleton fewer = new Skeleton(own.joints().subList(0, own.size() - 1));
    int kept = fewer.size();
    List<Track> turns = IntStream.range(0, kept).mapToObj(clip::rotation).toList();
    List<Track> translations =
        new ArrayList<>(IntStream.range(0, kept).mapToObj(clip::translation).toList());
    Motion shorter = Motion.of(new Clip(fewer, clip.rateHz(), turns, translations));
    assertThatThrownBy(() -> handOn(Handoff.AS_IT_CAME, shorter, out))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining(kept + " joints, the raw take " + own.size())
        .hasMessageContaining("another skeleton");
    List<Joint> renamed = new ArrayList<>(own.joints());
    Joint last = renamed.get(kept);
    renamed.set(kept, new Joint("paddle", last.parent(), last.offset(), last.moves(), last.tip()));
    Motion other = raw.motion().with(clip.withSkeleton(new Skeleton(renamed)));
    assertThatThrownBy(() -> handOn(Handoff.AS_IT_CAME, other, out))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("'paddle'")
        .hasMessageContaining(last.name());
    assertThat(out).doesNotExist();
  }

  /** Toes that a pass bends need angles in a file that has none of them, rest rows too. */
  @Test
  void jointsThatTurnWithoutChannelsAreHandedOn() throws IOException {
    Rehearsal take = Rehearsal.ofMate(MateScene.DEEP_SQUAT, 2, 30, 5, Map.of());
    List<String> lines =
        new ArrayList<>(
            List.of(
                new String(BvhWriter.write(take.raw(), Unit.CM, Up.Y), StandardCharsets.UTF_8)
                    .split("\n")));
    int line = lines.indexOf(lines.stream().filter(l -> l.endsWith(" L_Ball")).findFirst().get());
    int before =
        (int) lines.stream().limit(line).filter(l -> l.matches("\\s*(ROOT|JOINT).*")).count();
    lines.set(line + 3, lines.get(line + 3).replaceAll("CHANNELS.*", "CHANNELS 1 Xrotation"));
    int first =
        lines.indexOf(lines.stream().filter(l -> l.startsWith("Frame T")).findFirst().get());
    for (int n = first + 1; n < lines.size(); n++) {
      List<String> numbers = new ArrayList<>(List.of(lines.get(n).trim().split(" ")));
      numbers.remove(3 * before + 3);
      numbers.remove(3 * before + 4);
      lines.set(n, String.join(" ", numbers));
    }
    byte[] bytes = (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
    RawTake hinged = TakeFiles.read("hinged.bvh", bytes, Reading.GUESS, Work.UNWATCHED);
    Clip clip = hinged.motion().clip();
    int toes = clip.skeleton().indexOf("L_Ball");
    Path same = out.resolveSibling("same.bvh");
    Handoff.AS_IT_CAME.write(hinged.motion(), hinged, same, Work.UNWATCHED);
    assertThat(Files.readAllBytes(same)).as("untouched").isEqualTo(bytes);
    double[] turns = new double[4 * clip.frames()];
    clip.rotation(toes).read(Frames.first(clip.frames()), turns);
    Quaterniond turn = new Quaterniond().rotationXYZ(0.2, 0.3, -0.1);
    for (int f = 10; f < 20; f++) {
      turns[4 * f] = turn.x;
      turns[4 * f + 1] = turn.y;
      turns[4 * f + 2] = turn.z;
      turns[4 * f + 3] = turn.w;
    }
    Motion bent =
        hinged.motion().with(clip.withRotation(toes, Track.of(TrackType.ROTATION, turns)));
    Path path = out.resolveSibling("bent.bvh");
    Handoff.AS_IT_CAME.write(bent, hinged, path, Work.UNWATCHED);
    assertThat(Files.readString(path)).contains("CHANNELS 3 Xrotation Yrotation Zrotation");
    Clip again = TakeFiles.read(path, Reading.GUESS, Work.UNWATCHED).motion().clip();
    double[] read = new double[4];
    again.rotation(toes).read(15, read, 0);
    assertThat(Math.abs(turn.dot(new Quaterniond(read[0], read[1], read[2], read[3]))))
        .isCloseTo(1, within(1e-9));
    again.rotation(toes).read(5, read, 0);
    assertThat(read[0]).isCloseTo(turns[20], within(1e-7));
  }

  /** Bones that grew need positions in the file; every other number keeps its digits. */
  @Test
  void bonesThatGrewAreHandedOn() throws IOException {
    Clip clip = raw.motion().clip();
    double[] places = {0, 0.6, 0, 0, 0.66, 0, 0, 0.6, 0};
    Motion grown =
        raw.motion().with(clip.withTranslation(1, Track.of(TrackType.TRANSLATION, places)));
    handOn(Handoff.AS_IT_CAME, grown, out);
    String written = Files.readString(out);
    assertThat(written)
        .contains("CHANNELS 6 Xposition Yposition Zposition Zrotation")
        .contains("\n2 91 0 11 0 0 0.000000 66.000000 0.000000 0 5 0\n")
        .contains("\n3.50 92 0 12 0 0 ");
    Clip again =
        TakeFiles.read(out, Reading.GUESS.withUnit(Unit.CM), Work.UNWATCHED).motion().clip();
    assertThat(again.translation(1).at(1, 1)).isEqualTo(0.66);
    assertThat(again.translation(1).at(2, 1)).isEqualTo(0.6);
  }

  @Test
  void theReceiptTellsWhatStandsInTheFile() throws IOException {
    Handoff inches =
        new Handoff(Optional.of(new Frames(1, 9)), Optional.of(Unit.IN), Optional.of(Up.Z));
    Handoff.Receipt receipt = handOn(inches, raw.motion(), out);
    assertThat(receipt.frames()).as("as far as the take goes").isEqualTo(2);
    assertThat(receipt.bytes()).isEqualTo(Files.size(out));
    assertThat(receipt.worstMm()).isLessThan(0.01);
    assertThat(receipt.words()).contains("a_clean.bvh", "2 frames");
    Reading asWritten = Reading.GUESS.withUnit(Unit.IN).withUp(Up.Z);
    Clip back = TakeFiles.read(out, asWritten, Work.UNWATCHED).motion().clip();
    double[] p = new double[3];
    back.translation(0).read(1, p, 0);
    assertThat(p[0]).as("metres").isBetween(0.03499, 0.03501);
    assertThat(p[1]).isBetween(0.91999, 0.92001);
  }

  @Test
  void theRawTakeIsNeverWrittenOver() throws IOException {
    Path itself = Files.write(folder.resolve("a.bvh"), raw.bytes());
    LevelPass lower = LevelPass.KIND.defaults().withFloor(OptionalDouble.of(0.3));
    Motion result =
        Plate.of("l", lower).apply(raw.motion(), raw.motion().clip().allFrames(), Work.UNWATCHED);
    assertThatThrownBy(() -> handOn(Handoff.AS_IT_CAME, result, itself))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("a.bvh")
        .hasMessageContaining("raw take itself");
    assertThat(itself).hasBinaryContent(raw.bytes());
    Files.writeString(out, "an earlier one");
    handOn(Handoff.AS_IT_CAME, result, out);
    assertThat(out).as("what was handed on before is").content().contains("Frames: 3");
  }

  /** Where it is known which file is the raw one, equal bytes elsewhere are no reason. */
  @Test
  void aFileIsKnownByWhereItLiesNotByWhatItHolds() throws Exception {
    Path itself = Files.write(folder.resolve("a.bvh"), raw.bytes());
    Path copy = Files.write(folder.resolve("copy.bvh"), raw.bytes());
    Handoff metres = new Handoff(Optional.empty(), Optional.of(Unit.M), Optional.empty());
    assertThatThrownBy(() -> handOn(metres, raw.motion(), copy)).hasMessageContaining("same bytes");
    raw = raw.from(itself.toString());
    assertThatThrownBy(() -> handOn(metres, raw.motion(), folder.resolve("../takes/a.bvh")))
        .hasMessageContaining("the raw take itself would be overwritten");
    handOn(metres, raw.motion(), copy);
    assertThat(copy).content().contains("0.900000");
    Path moved = Files.move(itself, folder.resolve("moved.bvh"));
    assertThatThrownBy(() -> handOn(metres, raw.motion(), moved))
        .hasMessageContaining("same bytes");
    handOn(Handoff.AS_IT_CAME, raw.motion(), moved);
    assertThat(moved).as("the same again harms nothing").hasBinaryContent(raw.bytes());
  }

  @Test
  void whatDoesNotReadBackIsNotWritten() throws IOException {
    Files.writeString(out, "an earlier one");
    Clip clip = raw.motion().clip();
    double[] nowhere = {0, Double.NaN, 0};
    Motion spoiled =
        raw.motion()
            .with(clip.withTranslation(0, clip.translation(0).with(new Frames(1, 2), nowhere)));
    assertThatThrownBy(() -> handOn(Handoff.AS_IT_CAME, spoiled, out))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("a_clean.bvh");
    assertThat(out).hasContent("an earlier one");
    Path noTake = folder.resolve("a.txt");
    assertThatThrownBy(() -> handOn(Handoff.AS_IT_CAME, raw.motion(), noTake))
        .hasMessageContaining(".bvh");
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left.toList()).as("nothing else is left behind").isEqualTo(List.of(out));
    }
  }
}
