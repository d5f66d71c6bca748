package waxhand.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.character.Character;
import waxhand.core.character.Skin;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;

/** Skins of others, in the many ways they are bound. */
class GltfSkinTest {
  private static final double[] CORNERS = {0, 0.5, 0, 0.1, 0.5, 0, 0, 1.5, 0};

  /** Two joints, the second a metre over the first, and a triangle beside them. */
  private static final class Made {
    final GltfPack pack = new GltfPack();
    final ObjectNode root = pack.object().put("name", "hips");
    final ObjectNode head = pack.object().put("name", "head");
    final ObjectNode mesh = pack.object();
    final ObjectNode node = pack.object().put("name", "body");
    final ObjectNode primitive;
    ObjectNode skin;

    Made() {
      root.putArray("children").add(1);
      head.putArray("translation").add(0).add(1).add(0);
      pack.add("nodes", root);
      pack.add("nodes", head);
      int places = pack.numbers(CORNERS, "VEC3", 3, GltfPack.FLOAT, true, 0);
      primitive = mesh.withArray("primitives").addObject();
      primitive.putObject("attributes").put("POSITION", places);
      node.put("mesh", pack.add("meshes", mesh));
      scene().add(0);
    }

    ArrayNode scene() {
      return (ArrayNode) pack.root().path("scenes").get(0).path("nodes");
    }

    Made bound(double[] joints, double[] weights) {
      skin = pack.object();
      skin.putArray("joints").add(0).add(1);
      ObjectNode attributes = (ObjectNode) primitive.path("attributes");
      attributes.put("JOINTS_0", pack.numbers(joints, "VEC4", 4, GltfPack.SHORT, false, 0));
      attributes.put("WEIGHTS_0", pack.numbers(weights, "VEC4", 4, GltfPack.FLOAT, false, 0));
      node.put("skin", pack.add("skins", skin));
      return this;
    }

    Character read() throws FormatException {
      if (!node.has("placed")) {
        scene().add(pack.add("nodes", node));
        node.put("placed", true);
      }
      return GltfCharacterReader.read("c.glb", pack.toBytes(), Beside.NOTHING, Work.UNWATCHED);
    }

    Skin skin() throws FormatException {
      return read().skin().orElseThrow();
    }
  }

  private static final double[] BOTH = {0, 1, 0, 0, 0, 1, 0, 0, 1, 0, 0, 0};
  private static final double[] SHARES = {1, 0, 0, 0, 0.5, 0.5, 0, 0, 1, 0, 0, 0};

  private static void assertPoint(Skin skin, int n, double x, double y, double z) {
    double[] wanted = {x, y, z};
    for (int i = 0; i < 3; i++) {
      assertThat((double) skin.points()[3 * n + i])
          .as("point " + n + " axis " + i)
          .isCloseTo(wanted[i], within(1e-6));
    }
  }

  @Test
  void pointsStandWhereTheFileHasThemAndGoWithTheirJoints() throws Exception {
    Skin skin = new Made().bound(BOTH, SHARES).skin();
    assertThat(skin.count()).isEqualTo(3);
    assertPoint(skin, 0, 0, 0.5, 0);
    assertPoint(skin, 2, 0, 1.5, 0);
    assertThat(skin.joints()[Skin.MOST_JOINTS * 2]).isEqualTo(1);
    assertThat(skin.shares()[Skin.MOST_JOINTS]).isCloseTo(0.5f, within(1e-6f));
    assertThat(skin.triangles()).containsExactly(0, 1, 2);
  }

  @Test
  void inverseBindsTellWhereJointsWereWhenTheSkinWasBound() throws Exception {
    Made made = new Made().bound(BOTH, SHARES);
    // the head was bound two metres up, and rests one metre up: what goes with it comes down
    double[] binds = {
      1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1,
      1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, -2, 0, 1
    };
    made.skin.put(
        "inverseBindMatrices", made.pack.numbers(binds, "MAT4", 16, GltfPack.FLOAT, false, 0));
    Skin skin = made.skin();
    assertPoint(skin, 0, 0, 0.5, 0);
    assertPoint(skin, 1, 0.1, 0, 0);
    assertPoint(skin, 2, 0, 0.5, 0);
  }

  @Test
  void weightsThatDoNotAddUpAreMadeToAndNoneGoWithTheFirstJoint() throws Exception {
    double[] odd = {0.2, 0.6, 0, 0, 0, 0, 0, 0, 3, 0, 0, 0};
    Skin skin = new Made().bound(BOTH, odd).skin();
    assertThat(skin.shares()[0]).isCloseTo(0.25f, within(1e-6f));
    assertThat(skin.shares()[1]).isCloseTo(0.75f, within(1e-6f));
    assertThat(skin.shares()[Skin.MOST_JOINTS]).isEqualTo(1f);
    assertThat(skin.joints()[Skin.MOST_JOINTS]).isZero();
    assertThat(skin.shares()[2 * Skin.MOST_JOINTS]).isEqualTo(1f);
  }

  @Test
  void whatIsBoundToNothingGoesWithTheJointItHangsOn() throws Exception {
    Made made = new Made();
    made.bound(BOTH, SHARES);
    ObjectNode hat = made.pack.object();
    ObjectNode brim = hat.withArray("primitives").addObject();
    int places = made.pack.numbers(CORNERS, "VEC3", 3, GltfPack.FLOAT, true, 0);
    brim.putObject("attributes").put("POSITION", places);
    ObjectNode worn = made.pack.object().put("name", "hat");
    worn.put("mesh", made.pack.add("meshes", hat));
    worn.putArray("translation").add(0).add(0.25).add(0);
    worn.putArray("scale").add(2).add(2).add(2);
    int number = made.pack.add("nodes", worn);
    ((ObjectNode) made.pack.root().path("nodes").get(1)).putArray("children").add(number);
    Skin skin = made.skin();
    assertThat(skin.count()).isEqualTo(6);
    int first = skin.joints()[0] == 1 && skin.points()[1] > 1.2 ? 0 : 3;
    assertThat(skin.joints()[Skin.MOST_JOINTS * first]).isEqualTo(1);
    // a metre up, a quarter more, and twice as large
    assertPoint(skin, first, 0, 1 + 0.25 + 2 * 0.5, 0);
    assertPoint(skin, first + 1, 0.2, 2.25, 0);
  }

  @Test
  void shapesMovePointsByTheirDifferences() throws Exception {
    Made made = new Made().bound(BOTH, SHARES);
    double[] up = {0, 0.1, 0, 0, 0, 0, 0, 0, -0.2};
    int places = made.pack.numbers(up, "VEC3", 3, GltfPack.FLOAT, true, 0);
    made.primitive.withArray("targets").addObject().put("POSITION", places);
    made.mesh.putObject("extras").putArray("targetNames").add("smile");
    Skin skin = made.skin();
    assertThat(skin.shapes()).hasSize(1);
    assertThat(skin.shapes().get(0).name()).isEqualTo("smile");
    float[] by = skin.shapes().get(0).moves();
    for (int n = 0; n < up.length; n++) {
      assertThat((double) by[n]).isCloseTo(up[n], within(1e-6));
    }
  }

  @Test
  void aMatrixSaysWhatItsPartsWouldAndWithoutAScenesAllAreInIt() throws Exception {
    Made made = new Made().bound(BOTH, SHARES);
    ObjectNode head = (ObjectNode) made.pack.root().path("nodes").get(1);
    head.remove("translation");
    // turned by a quarter about y, and a metre up
    double[] matrix = {0, 0, -1, 0, 0, 1, 0, 0, 1, 0, 0, 0, 0, 1, 0, 1};
    for (double value : matrix) {
      head.withArray("matrix").add(value);
    }
    Character read = made.read();
    made.pack.root().remove("scenes");
    made.pack.root().remove("scene");
    Character again =
        GltfCharacterReader.read("c.glb", made.pack.toBytes(), Beside.NOTHING, Work.UNWATCHED);
    for (Character each : List.of(read, again)) {
      assertThat(each.body().skeleton().offset(1, 1)).isCloseTo(1, within(1e-9));
      assertThat(each.body().skeleton().restRotation(1).y).isCloseTo(Math.sqrt(0.5), within(1e-7));
      assertPoint(each.skin().orElseThrow(), 0, 0, 0.5, 0);
    }
  }

  private static void assertRefused(Made made, String reason) {
    assertThatThrownBy(made::read)
        .isInstanceOf(FormatException.class)
        .hasMessageStartingWith("c.glb")
        .hasMessageContaining(reason);
  }

  @Test
  void whatIsWrongIsSaidInOneSentence() throws Exception {
    double[] far = BOTH.clone();
    far[5] = 7;
    assertRefused(new Made().bound(far, SHARES), "point 1 goes with joint 7 of a skin of 2");
    double[] few = {0, 0, 0, 0};
    assertRefused(
        new Made().bound(few, new double[] {1, 0, 0, 0}), "3 points have the joints of 1");
    Made corners = new Made().bound(BOTH, SHARES);
    corners.primitive.put(
        "indices",
        corners.pack.numbers(new double[] {0, 1, 9}, "SCALAR", 1, GltfPack.SHORT, false, 0));
    assertRefused(corners, "a triangle has corner 9 of 3");
    Made shapes = new Made().bound(BOTH, SHARES);
    shapes
        .primitive
        .withArray("targets")
        .addObject()
        .put("POSITION", shapes.pack.numbers(new double[3], "VEC3", 3, GltfPack.FLOAT, true, 0));
    assertRefused(shapes, "a shape has other points than its mesh");
    Made unmade = new Made();
    unmade.node.put("mesh", 5);
    assertRefused(unmade, "there is no number 5 in meshes");
  }
}
