package waxhand.formats.amc;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.takes.TakeFiles;

/** What ASF and AMC say, worked out by hand. */
class AmcTest {
  private static final String ASF =
      """
      :version 1.10
      :units
        mass 1.0
        length %s
        angle %s
      :root
        order TX TY TZ RZ RY RX
        axis XYZ
        position 0 0 0
        orientation 0 0 0
      :bonedata
        begin
          id 1
          name arm
          direction 1 0 0
          length 2
          axis %s 0 0 XYZ
          dof rz
          limits (-180 180)
        end
        begin
          id 2
          name hand
          direction 1 0 0
          length 1
          axis 0 0 0 XYZ
          dof rx ry rz
          limits (-180 180)
                 (-180 180)
                 (-180 180)
        end
      :hierarchy
        begin
          root arm
          arm hand
        end
      """;

  @TempDir Path folder;

  private RawTake read(String asf, String amc) throws Exception {
    Files.writeString(folder.resolve("walk.asf"), asf);
    Path take = Files.writeString(folder.resolve("walk.amc"), amc);
    Reading metres = Reading.GUESS.withUnit(Unit.M).withUp(Up.Y).withRestFrames(0);
    return TakeFiles.read(take, metres, Work.UNWATCHED);
  }

  private static Vector3d place(RawTake take, String joint, int frame) {
    Clip clip = take.motion().clip();
    WorldPose pose = new WorldPose(clip.skeleton());
    pose.solve(clip, frame);
    int j = clip.skeleton().indexOf(joint);
    return new Vector3d(pose.x(j), pose.y(j), pose.z(j));
  }

  private static void assertAt(Vector3d is, double x, double y, double z) {
    assertThat(is.distance(new Vector3d(x, y, z))).as(is.toString()).isLessThan(1e-6);
  }

  @Test
  void aBoneTurnsAboutItsOwnAxes() throws Exception {
    String amc =
        """
        :FULLY-SPECIFIED
        :DEGREES
        1
        root 1 2 3 0 0 0
        arm 0
        hand 0 0 0
        2
        root 1 2 3 0 0 0
        arm 90
        hand 0 0 0
        3
        root 1 2 3 90 0 0
        arm 0
        hand 0 0 0
        """;
    RawTake take = read(ASF.formatted("1.0", "deg", "90"), amc);
    assertThat(take.motion().clip().frames()).isEqualTo(3);
    assertAt(place(take, "hand", 0), 3, 2, 3);
    // turned by 90 about x its z points down: x goes to z about that
    assertAt(place(take, "hand", 1), 1, 2, 5);
    assertAt(place(take, "hand", 2), 1, 4, 3);
    // about the axes of the world it goes up
    assertAt(place(read(ASF.formatted("1.0", "deg", "0"), amc), "hand", 1), 1, 4, 3);
  }

  @Test
  void anglesMayBeRadiansInBothFiles() throws Exception {
    String radians =
        """
        :FULLY-SPECIFIED
        :RADIANS
        1
        root 1 2 3 0 0 0
        arm 1.5707963267948966
        hand 0 0 0
        """;
    RawTake take = read(ASF.formatted("1.0", "rad", "1.5707963267948966"), radians);
    assertAt(place(take, "hand", 0), 1, 2, 5);
    // the unit that the artist tells counts, whatever scale stands in the file
    assertAt(
        place(read(ASF.formatted("0.5", "rad", "1.5707963267948966"), radians), "hand", 0),
        1,
        2,
        5);
  }

  @Test
  void whatAFrameDoesNotTellStaysAndIsSaid() throws Exception {
    String amc =
        ":FULLY-SPECIFIED\n:DEGREES\n1\nroot 0 0 0 0 0 0\narm 90\nhand 0 0 0\n2\nroot 0 0 0 0 0 0\n";
    RawTake take = read(ASF.formatted("1.0", "deg", "90"), amc);
    assertAt(place(take, "hand", 1), 0, 0, 2);
    assertThat(take.assumptions()).anyMatch(a -> a.contains("does not tell of a bone"));
  }

  @Test
  void severalTakesShareASkeletonThatLiesBeside() throws Exception {
    Files.writeString(folder.resolve("crew.asf"), ASF.formatted("1.0", "deg", "0"));
    Files.writeString(folder.resolve("other.asf"), "no skeleton");
    for (int n = 1; n <= 2; n++) {
      Path take =
          Files.writeString(
              folder.resolve("crew_0" + n + ".amc"),
              ":DEGREES\n1\nroot " + n + " 0 0 0 0 0\narm 0\nhand 0 0 0\n");
      RawTake read =
          TakeFiles.read(
              take, Reading.GUESS.withUnit(Unit.M).withUp(Up.Y).withRestFrames(0), Work.UNWATCHED);
      assertAt(place(read, "hand", 0), n + 2, 0, 0);
    }
  }

  private void assertRefused(String asf, String amc, String reason) {
    assertThatThrownBy(() -> read(asf, amc))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining(reason);
  }

  @Test
  void whatIsWrongIsSaidWithItsPlace() {
    String asf = ASF.formatted("1.0", "deg", "0");
    String head = ":FULLY-SPECIFIED\n:DEGREES\n1\nroot 0 0 0 0 0 0\n";
    assertRefused(asf, head + "tail 1\n", "walk.amc:5:1: frame 1 tells of 'tail', which walk.asf");
    assertRefused(asf, head + "hand 1 2\n", "expected 3 numbers for hand, found 2");
    assertRefused(asf, head + "arm 1\narm 2\n", "tells of 'arm' twice");
    assertRefused(asf, head + "arm NaN\n", "NaN");
    assertRefused(asf, ":DEGREES\nroot 0 0 0 0 0 0\n", "expected the number of a frame");
    assertRefused(asf, ":DEGREES\n", "the take has no frames");
    assertRefused(asf.replace("length 2", "length x"), head, "walk.asf");
    assertRefused(asf.replace("dof rz", "dof rw"), head, "is no channel");
    assertRefused(asf.replace("arm hand", "hand arm"), head, "walk.asf");
  }
}
