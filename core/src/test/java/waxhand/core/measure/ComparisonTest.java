package waxhand.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class ComparisonTest {
  private final Motion a = Samples.swaying(300, 120, 0.01, 1);

  private static Motion moved(Motion in, double floor, double east) {
    LevelPass pass = new LevelPass(OptionalDouble.of(floor), OptionalDouble.empty(), 0, east, 0);
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  @Test
  void aKnownShiftIsMeasured() {
    Comparison same = Comparison.of(a, a, List.of());
    assertThat(same.positionRmsMm()).isZero();
    assertThat(same.positionP95Mm()).isZero();
    assertThat(same.jerkRatio()).isEqualTo(1);
    assertThat(same.slideMmPerFrame()).isNaN();
    Comparison c = Comparison.of(a, moved(a, 0.03, 0.04), List.of());
    assertThat(c.positionRmsMm()).isCloseTo(50, within(1e-6));
    assertThat(c.positionP95Mm()).isCloseTo(50, within(0.02));
    assertThat(c.poseRmsMm()).isCloseTo(0, within(1e-6));
    assertThat(c.rotationRmsDeg()).isCloseTo(0, within(1e-6));
    assertThat(Distance.overall(a, moved(a, 0.03, 0.04))).isCloseTo(0.05, within(1e-9));
  }

  @Test
  void slideIsTheWayOverTheGround() {
    Contact contact = new Contact(ContactPart.LEFT_HEEL, new Frames(0, 100));
    double slide = Comparison.slide(a, List.of(contact));
    assertThat(slide).isPositive();
    assertThat(Comparison.slide(moved(a, 0.5, 0), List.of(contact))).isCloseTo(slide, within(1e-9));
  }

  @Test
  void whatCannotBeComparedIsSaid() {
    Motion shorter = Samples.swaying(200, 120, 0, 1);
    assertThatThrownBy(() -> Comparison.of(a, shorter, List.of()))
        .hasMessageContaining("300 and 200");
    Motion slower = Samples.swaying(300, 60, 0, 1);
    assertThatThrownBy(() -> Comparison.of(a, slower, List.of())).hasMessageContaining("a second");
  }
}
