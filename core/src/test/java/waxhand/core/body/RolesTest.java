package waxhand.core.body;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

class RolesTest {
  private static final List<Role> LIMBS =
      List.of(
          Role.HIPS,
          Role.CHEST,
          Role.NECK,
          Role.HEAD,
          Role.LEFT_UPPER_ARM,
          Role.LEFT_FOREARM,
          Role.LEFT_HAND,
          Role.RIGHT_UPPER_ARM,
          Role.RIGHT_FOREARM,
          Role.RIGHT_HAND,
          Role.LEFT_THIGH,
          Role.LEFT_SHIN,
          Role.LEFT_FOOT,
          Role.RIGHT_THIGH,
          Role.RIGHT_SHIN,
          Role.RIGHT_FOOT);

  private static Skeleton renamed(Skeleton skeleton, UnaryOperator<String> name) {
    List<Joint> joints = new ArrayList<>();
    for (Joint j : skeleton.joints()) {
      joints.add(new Joint(name.apply(j.name()), j.parent(), j.offset(), j.moves(), j.tip()));
    }
    return new Skeleton(joints);
  }

  /** Joints must have the role that the same joint has under usual names. */
  private static void assertSameRoles(Skeleton skeleton) {
    Body usual = Body.of(Samples.body());
    Body body = Body.of(skeleton);
    for (Role role : LIMBS) {
      assertThat(body.joint(role)).as(role.words()).isEqualTo(usual.joint(role)).isPresent();
    }
  }

  private static String named(Body body, Role role) {
    return body.joint(role).stream()
        .mapToObj(j -> body.skeleton().joint(j).name())
        .findFirst()
        .orElse("none");
  }

  @Test
  void usualNames() {
    Body body = Body.of(Samples.body());
    assertThat(named(body, Role.HIPS)).isEqualTo("Hips");
    assertThat(named(body, Role.SPINE_1)).isEqualTo("Spine");
    assertThat(named(body, Role.CHEST)).isEqualTo("Chest");
    assertThat(named(body, Role.LEFT_COLLAR)).isEqualTo("LeftShoulder");
    assertThat(named(body, Role.LEFT_UPPER_ARM)).isEqualTo("LeftArm");
    assertThat(named(body, Role.RIGHT_SHIN)).isEqualTo("RightLeg");
    assertThat(named(body, Role.RIGHT_TOES)).isEqualTo("RightToeBase");
    assertThat(body.heightM()).isBetween(1.5, 1.9);
  }

  @Test
  void prefixesSnakeNamesAndAbbreviations() {
    assertSameRoles(renamed(Samples.body(), n -> "actor1:" + n));
    assertSameRoles(
        renamed(
            Samples.body(),
            n -> {
              String snake =
                  n.replaceAll("^(Left|Right)", "")
                      .replaceAll("([a-z])([A-Z])", "$1_$2")
                      .toLowerCase(java.util.Locale.ROOT);
              return snake + (n.startsWith("Left") ? "_l" : n.startsWith("Right") ? "_r" : "");
            }));
    assertSameRoles(
        renamed(
            Samples.body(),
            n -> n.replace("Left", "l").replace("Right", "r").toLowerCase(java.util.Locale.ROOT)));
  }

  @Test
  void withoutAnyNamesTheShapeTells() {
    int[] n = {0};
    assertSameRoles(renamed(Samples.body(), name -> "node" + (char) ('a' + n[0]++ % 26)));
  }

  @Test
  void twistJointsAreSteppedOverAndFourSpinesFit() {
    Body body = Body.of(Samples.twisting());
    assertThat(named(body, Role.SPINE_1)).isEqualTo("spine_01");
    assertThat(named(body, Role.SPINE_3)).isEqualTo("spine_03");
    assertThat(named(body, Role.CHEST)).isEqualTo("spine_04");
    assertThat(named(body, Role.LEFT_FOREARM)).isEqualTo("lowerarm_l");
    assertThat(named(body, Role.RIGHT_UPPER_ARM)).isEqualTo("upperarm_r");
    assertThat(named(body, Role.RIGHT_COLLAR)).isEqualTo("clavicle_r");
    assertThat(named(body, Role.LEFT_THIGH)).isEqualTo("thigh_l");
    assertThat(named(body, Role.LEFT_INDEX_2)).isEqualTo("index_02_l");
    assertThat(body.joint(Role.LEFT_TOES)).isEmpty();
    assertThat(body.soles()).hasSize(2);
    // without toes or tips the sole is taken to lie a share of the height under the ankle
    assertThat(body.soles().get(0).heel().y()).isCloseTo(-0.039 * body.heightM(), within(0.002));
    assertThat(body.heightM()).isBetween(1.55, 1.75);
  }

  /** A skeleton in which the bone that ends in a joint is cut into equal pieces. */
  private static Skeleton inPieces(Skeleton skeleton, List<String> ends, int pieces) {
    List<Joint> joints = new ArrayList<>();
    Map<Integer, Integer> now = new HashMap<>(Map.of(-1, -1));
    for (Joint j : skeleton.joints()) {
      int cut = ends.contains(j.name()) ? pieces : 1;
      Vector3d offset = new Vector3d(j.offset()).div(cut);
      int parent = now.get(j.parent());
      for (int n = 1; n < cut; n++) {
        joints.add(new Joint("part" + joints.size(), parent, offset, false, Optional.empty()));
        parent = joints.size() - 1;
      }
      now.put(now.size() - 1, joints.size());
      joints.add(new Joint(j.name(), parent, offset, j.moves(), j.tip()));
    }
    return new Skeleton(joints);
  }

  @Test
  void piecesOfABoneAreSteppedOverWhateverTheyAreCalled() {
    List<String> ends = List.of("LeftLeg", "RightLeg", "LeftFoot", "RightFoot", "LeftHand");
    for (int pieces : new int[] {2, 3, 4}) {
      Skeleton cut = inPieces(Samples.body(), ends, pieces);
      Body told = Body.of(cut);
      int[] n = {0};
      Body untold = Body.of(renamed(cut, name -> "j" + n[0]++));
      Body usual = Body.of(Samples.body());
      for (Role role : LIMBS) {
        String name = named(usual, role);
        assertThat(named(told, role)).as("%s, %d pieces", role, pieces).isEqualTo(name);
        assertThat(cut.joint(untold.joint(role).orElseThrow()).name())
            .as("%s by shape, %d pieces", role, pieces)
            .isEqualTo(name);
      }
    }
  }

  @Test
  void armsThatNoNameTellsOfAreFoundByTheirShapeAndTheLegsSides() {
    assertSameRoles(
        renamed(Samples.body(), n -> n.matches(".*(Arm|Hand|Shoulder).*") ? "q" + n.length() : n));
  }

  @Test
  void aHeapOfJointsHasNoRolesAndDoesNoHarm() {
    Body body = Body.of(new Skeleton(List.of(Samples.joint("thing", -1, 0, 0, 0))));
    assertThat(body.soles()).isEmpty();
    assertThat(body.joint(Role.LEFT_HAND)).isEmpty();
    assertThat(Body.of(new Skeleton(List.of())).soles()).isEmpty();
  }

  @Test
  void leftAndRightMirror() {
    for (Role role : Role.values()) {
      assertThat(role.mirrored().mirrored()).isEqualTo(role);
      assertThat(Role.ofKey(role.key())).contains(role);
    }
    Sole left = Body.of(Samples.body()).soles().get(0);
    assertThat(left.side()).isEqualTo(Side.LEFT);
    assertThat(new Vector3d(left.toe()).z).isPositive();
  }
}
