package waxhand.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Clip;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.takes.TakeFiles;

/** Tables of others, in the many ways they are written. */
class TableTest {
  private static RawTake read(String name, String text) throws FormatException {
    return TakeFiles.read(
        name,
        text.getBytes(StandardCharsets.UTF_8),
        Reading.GUESS.withUp(Up.Y).withRestFrames(0),
        Work.UNWATCHED);
  }

  private static void assertPlace(RawTake take, String point, int frame, double... metres) {
    Clip clip = take.motion().clip();
    int joint = clip.skeleton().indexOf(point);
    assertThat(joint).as(point).isNotNegative();
    for (int i = 0; i < 3; i++) {
      assertThat(clip.translation(joint).at(frame, i))
          .as(point + " " + i)
          .isCloseTo(metres[i], within(1e-9));
    }
  }

  @Test
  void oneTableInManyWritings() throws Exception {
    List<String> texts =
        List.of(
            "time (s),hips x (mm),hips y (mm),hips z (mm)\n0,1.5,900,-3\n0.02,2.5,901,-4\n",
            "time (s);hips x (mm);hips y (mm);hips z (mm)\n0,00;1,5;900;-3\n0,02;2,5;901,0;-4\n",
            "time (s)\thips x (mm)\thips y (mm)\thips z (mm)\n0\t1.5\t900\t-3\n"
                + "0.02\t2.5\t901\t-4\n",
            "\uFEFF\"time (s)\",\"hips x (mm)\",\"hips y (mm)\",\"hips z (mm)\"\r\n"
                + "\"0\",\"1.5\",\"9.00e2\",\"-3\"\r\n\r\n0.02,2.5,901,-4\r\n",
            "# fps: 50\nhips x (mm),hips y (mm),hips z (mm)\n1.5,900,-3\n2.5,901,-4\n",
            "time (ms),hips z (mm),hips x (mm),hips y (mm)\n0,-3,1.5,900\n20,-4,2.5,901\n");
    for (String text : texts) {
      RawTake take = read("t.csv", text);
      assertThat(take.motion().clip().frames()).as(text).isEqualTo(2);
      assertThat(take.motion().clip().rateHz()).as(text).isCloseTo(50, within(1e-6));
      assertThat(take.reading()).containsEntry("unit", Unit.MM.key());
      assertPlace(take, "hips", 0, 0.0015, 0.9, -0.003);
      assertPlace(take, "hips", 1, 0.0025, 0.901, -0.004);
    }
  }

  @Test
  void whatIsLeftOutOrFilledIsSaid() throws Exception {
    RawTake take =
        read(
            "t.csv",
            "time (s),mood,head x (m),head y (m),head z (m),head qx,head qy,head qz,head qw\n"
                + "0,1,0,1.7,0,0,0,0,1\n0.01,2,,1.71,0,0,0,0,1\n");
    assertPlace(take, "head", 1, 0, 1.71, 0);
    assertThat(take.assumptions())
        .anyMatch(a -> a.startsWith("1 cells are empty"))
        .anyMatch(a -> a.contains("rotations are left out"))
        .anyMatch(a -> a.contains("no place of a joint"))
        .anyMatch(a -> a.contains("points, that hang on nothing"));
  }

  private static void assertRefused(String text, String reason) {
    assertThatThrownBy(() -> read("t.csv", text))
        .isInstanceOf(FormatException.class)
        .hasMessageStartingWith("t.csv")
        .hasMessageContaining(reason);
  }

  @Test
  void whatIsWrongIsSaidWithLineAndColumn() {
    String head = "hips x (m),hips y (m),hips z (m)\n";
    assertRefused(head + "0,1,0\n0,1\n0,1,0\n", ":3:1: expected 3 values");
    assertRefused(head + "0,1,0\n0,tall,0\n", ":3:2: expected a number in column 'hips y (m)'");
    assertRefused(head + "0,NaN,0\n", ":2:2");
    assertRefused(head, "frames");
    assertRefused("a,b\n1,2\n", "no three columns");
    assertRefused(head + "0,99999999,0\n", "no place of a body");
  }

  @Test
  void headsAndFeetTellWhichAxisPointsUp() throws Exception {
    String lying =
        "time (s),head x (m),head y (m),head z (m),left foot x (m),left foot y (m),left foot z (m)"
            + "\n0,0,%s,%s,0.1,0,0.05\n0.01,0,%s,%s,0.1,0,0.05\n";
    byte[] up = String.format(lying, 0.2, 1.7, 0.2, 1.7).getBytes(StandardCharsets.UTF_8);
    RawTake take = TakeFiles.read("t.csv", up, Reading.GUESS, Work.UNWATCHED);
    assertThat(take.reading()).containsEntry("up", "Z");
    assertThat(take.assumptions()).anyMatch(a -> a.contains("up to shoulders and head"));
    assertPlace(take, "head", 0, 0, 1.7, -0.2);
    byte[] plain = String.format(lying, 1.7, 0.2, 1.7, 0.2).getBytes(StandardCharsets.UTF_8);
    take = TakeFiles.read("t.csv", plain, Reading.GUESS, Work.UNWATCHED);
    assertThat(take.reading()).containsEntry("up", "Y");
    assertPlace(take, "head", 0, 0, 1.7, 0.2);
    // what the artist says holds
    take = TakeFiles.read("t.csv", up, Reading.GUESS.withUp(Up.Y), Work.UNWATCHED);
    assertPlace(take, "head", 0, 0, 0.2, 1.7);
  }
}
