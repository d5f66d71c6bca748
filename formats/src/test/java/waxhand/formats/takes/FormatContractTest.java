package waxhand.formats.takes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scene;

/** What holds for every format in the list. */
class FormatContractTest {
  @TempDir Path folder;

  private static RawTake deckhand() throws FormatException {
    Rehearsal take =
        Rehearsal.of(new Rehearsal.Order(Scene.values()[0], 2, 60, 7, 1.7, true, Map.of()));
    return read(take.truth());
  }

  private static RawTake read(Clip clip) throws FormatException {
    return TakeFiles.read(
        "take.bvh",
        BvhWriter.write(clip, Unit.CM, Up.Y),
        Reading.GUESS.withRestFrames(0),
        Work.UNWATCHED);
  }

  private RawTake through(RawTake raw, Motion motion, TakeFormat format, Handoff how, String name)
      throws FormatException {
    Path path = folder.resolve(name + format.endings().get(0));
    how.write(motion, raw, path, Work.UNWATCHED);
    return TakeFiles.read(path, Reading.GUESS, Work.UNWATCHED);
  }

  @Test
  void aTakeGoesThroughEveryFormatToEveryOther() throws Exception {
    RawTake raw = deckhand();
    for (TakeFormat format : Formats.writable()) {
      RawTake there = through(raw, raw.motion(), format, Handoff.AS_IT_CAME, format.id());
      assertSame(format.id(), raw.motion(), there.motion());
      assertThat(format.isLike(Arrays.copyOf(there.bytes(), TakeFormat.HEAD)))
          .as(format.id())
          .isTrue();
      for (TakeFormat next : Formats.writable()) {
        String name = format.id() + "-" + next.id();
        RawTake on = through(there, there.motion(), next, Handoff.AS_IT_CAME, name);
        assertSame(name, raw.motion(), on.motion());
      }
    }
  }

  private static void assertSame(String what, Motion wanted, Motion is) {
    assertThat(is.clip().frames()).as(what).isEqualTo(wanted.clip().frames());
    assertThat(is.clip().rateHz()).as(what).isCloseTo(wanted.clip().rateHz(), within(1e-6));
    assertThat(is.body().joints().keySet()).as(what).isEqualTo(wanted.body().joints().keySet());
    assertThat(Comparison.of(wanted, is, List.of()).positionRmsMm()).as(what).isLessThan(0.02);
    assertThat(is.body().heightM()).as(what).isCloseTo(wanted.body().heightM(), within(1e-3));
  }

  @Test
  void rangeUnitAxisAndRateLeaveAsWanted() throws Exception {
    RawTake raw = deckhand();
    Handoff how =
        new Handoff(Optional.of(new Frames(10, 91)), Optional.of(Unit.IN), Optional.of(Up.Z))
            .atRate(OptionalDouble.of(30));
    for (TakeFormat format : Formats.writable()) {
      RawTake there = through(raw, raw.motion(), format, how, "w-" + format.id());
      Clip clip = there.motion().clip();
      assertThat(clip.frames()).as(format.id()).isEqualTo(41);
      assertThat(clip.rateHz()).isCloseTo(30, within(1e-6));
      int hips = raw.motion().clip().skeleton().indexOf("Hips");
      for (int i = 0; i < 3; i++) {
        assertThat(clip.translation(hips).at(20, i))
            .as(format.id())
            .isCloseTo(raw.motion().clip().translation(hips).at(50, i), within(1e-4));
      }
    }
  }

  /** Skeletons of other conventions, some turned at rest, leave on a character's as they stand. */
  @Test
  void whatIsPutOnACharacterLeavesOnItsSkeleton() throws Exception {
    RawTake raw = deckhand();
    for (long convention : new long[] {5, 11, 14}) {
      Rehearsal mate = Rehearsal.ofMate(MateScene.values()[1], 1, 30, convention, Map.of());
      Character other = Characters.of(read(Convention.drawn(convention).of(mate).take().truth()));
      for (String name : List.of("stoker", "other")) {
        Motion in = raw.motion().with(Wardrobe.OURS.with(other.withName("other")));
        Motion on =
            Plate.of("r", RetargetPass.to(name)).apply(in, in.clip().allFrames(), Work.UNWATCHED);
        for (TakeFormat format : Formats.writable()) {
          String file = name + convention + format.id();
          RawTake there;
          try {
            there = through(raw, on, format, Handoff.AS_IT_CAME, file);
          } catch (FormatException e) {
            // an ASF has one root
            assertThat(e.getMessage()).contains("several roots");
            continue;
          }
          assertThat(there.motion().clip().skeleton().size())
              .isEqualTo(on.clip().skeleton().size());
          assertThat(Comparison.of(on, there.motion(), List.of()).positionRmsMm())
              .as(file)
              .isLessThan(0.02);
        }
      }
    }
  }

  @Test
  void whatIsCutOffIsReadInPartOrRefusedInOneSentence() throws Exception {
    RawTake raw = deckhand();
    for (TakeFormat format : Formats.writable()) {
      byte[] whole =
          through(raw, raw.motion(), format, Handoff.AS_IT_CAME, "c-" + format.id()).bytes();
      String name = "cut" + format.endings().get(0);
      for (int n = 0; n < 60; n++) {
        byte[] cut = Arrays.copyOf(whole, (int) ((long) whole.length * n / 60));
        try {
          RawTake some = TakeFiles.read(name, cut, Reading.GUESS, Work.UNWATCHED);
          assertThat(some.motion().clip().frames()).isPositive();
        } catch (FormatException e) {
          assertThat(e.getMessage()).containsAnyOf("cut.", ".asf").doesNotContain("\n");
        }
      }
    }
  }

  @Test
  void aSkeletonBesideTheTakeIsNeverWrittenOver() throws Exception {
    RawTake raw = deckhand();
    Path asf = Files.writeString(folder.resolve("mine.asf"), "precious");
    Path amc = folder.resolve("mine.amc");
    assertThatThrownBy(() -> Handoff.AS_IT_CAME.write(raw.motion(), raw, amc, Work.UNWATCHED))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("mine.asf");
    assertThat(Files.readString(asf)).isEqualTo("precious");
    assertThat(Files.exists(amc)).isFalse();
  }

  @Test
  void aSkeletonThatIsMissingOrNotItsOwnIsSaid() throws IOException {
    RawTake raw = deckhand();
    Path amc = folder.resolve("a.amc");
    Handoff.AS_IT_CAME.write(raw.motion(), raw, amc, Work.UNWATCHED);
    Path asf = folder.resolve("a.asf");
    String text = Files.readString(asf);
    Files.writeString(asf, text.replace("LeftShin", "Other"));
    assertThatThrownBy(() -> TakeFiles.read(amc, Reading.GUESS, Work.UNWATCHED))
        .hasMessageContaining("LeftShin")
        .hasMessageContaining("a.asf lacks");
    Files.delete(asf);
    assertThatThrownBy(() -> TakeFiles.read(amc, Reading.GUESS, Work.UNWATCHED))
        .hasMessageContaining("skeleton is missing");
  }
}
