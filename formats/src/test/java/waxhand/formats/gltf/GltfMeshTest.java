package waxhand.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.LoadedMesh;
import waxhand.core.props.Mesh;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.project.Recipe;

/** Meshes from glTF files, sound and unsound. */
class GltfMeshTest {
  @TempDir Path folder;

  /** A wedge: 4 corners, 4 triangles, one metre wide; then its indices. */
  private static byte[] buffer() {
    ByteBuffer b = ByteBuffer.allocate(48 + 24).order(ByteOrder.LITTLE_ENDIAN);
    for (float v : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1}) {
      b.putFloat(v);
    }
    for (int i : new int[] {0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3}) {
      b.putShort((short) i);
    }
    return b.array();
  }

  private static String json(String uri, String nodes) {
    return ("{'asset':{'version':'2.0'},'scene':0,'scenes':[{'nodes':[0]}],'nodes':"
            + nodes
            + ",'meshes':[{'primitives':[{'attributes':{'POSITION':0},'indices':1}]}],"
            + "'accessors':[{'bufferView':0,'componentType':5126,'count':4,'type':'VEC3'},"
            + "{'bufferView':1,'componentType':5123,'count':12,'type':'SCALAR'}],"
            + "'bufferViews':[{'buffer':0,'byteLength':48},"
            + "{'buffer':0,'byteOffset':48,'byteLength':24}],"
            + "'buffers':[{'byteLength':72"
            + uri
            + "}]}")
        .replace('\'', '"');
  }

  private static final String PLAIN = "[{'mesh':0}]";

  private static byte[] glb(String nodes) {
    byte[] json = json("", nodes).getBytes(StandardCharsets.UTF_8);
    int padded = (json.length + 3) / 4 * 4;
    byte[] binary = buffer();
    ByteBuffer b = ByteBuffer.allocate(28 + padded + binary.length).order(ByteOrder.LITTLE_ENDIAN);
    b.putInt(0x46546C67).putInt(2).putInt(b.capacity()).putInt(padded).putInt(0x4E4F534A);
    b.put(json);
    while (b.position() < 20 + padded) {
      b.put((byte) ' ');
    }
    b.putInt(binary.length).putInt(0x004E4942).put(binary);
    return b.array();
  }

  private static Mesh read(byte[] bytes) throws FormatException {
    return GltfMeshReader.read("wedge.glb", bytes, Beside.NOTHING);
  }

  private static byte[] text(String uri, String nodes) {
    return json(uri, nodes).getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void theSameMeshComesFromEveryKindOfFile() throws Exception {
    Mesh glb = read(glb(PLAIN));
    assertThat(glb.size()).containsExactly(1, 1, 1);
    // inside the slanted face, outside it
    assertThat(glb.outside(-0.4, 0.1, -0.4)).isNegative();
    assertThat(glb.outside(0.4, 0.9, 0.4)).isPositive();
    String data = Base64.getEncoder().encodeToString(buffer());
    assertThat(read(text(",'uri':'data:application/octet-stream;base64," + data + "'", PLAIN)))
        .isEqualTo(glb);
    Files.write(folder.resolve("wedge.bin"), buffer());
    Path file = Files.write(folder.resolve("wedge.gltf"), text(",'uri':'wedge.bin'", PLAIN));
    assertThat(GltfMeshReader.read(file)).isEqualTo(glb);
    assertThat(GltfFormat.isGltf(file.toString())).isTrue();
  }

  @Test
  void nodesAreScaledTurnedAndMirrored() throws Exception {
    Mesh twice = read(glb("[{'scale':[2,2,2],'children':[1]},{'mesh':0,'translation':[0,3,0]}]"));
    assertThat(twice.size()).containsExactly(new double[] {2, 2, 2}, within(1e-6));
    Mesh mirrored = read(glb("[{'mesh':0,'scale':[-1,1,1]}]"));
    // what was inside is inside still
    assertThat(mirrored.outside(0.4, 0.1, -0.4)).isNegative();
    Mesh turned = read(glb("[{'mesh':0,'rotation':[0,0.70710678,0,0.70710678]}]"));
    assertThat(turned.outside(-0.4, 0.1, 0.4)).isNegative();
  }

  @Test
  void aMeshIsKeptInARecipeToTheBit() throws Exception {
    PropPass prop = PropPass.KIND.defaults().withMesh(new LoadedMesh("w.glb", read(glb(PLAIN))));
    Path file = folder.resolve("r.json");
    new Recipe("r", Chain.of(Plate.of("p", prop))).save(file);
    assertThat(Recipe.named(file.toString()).chain().plates().get(0).pass()).isEqualTo(prop);
  }

  @Test
  void unsoundFilesSayWhatIsWrong() {
    String uri = ",'uri':'../elsewhere.bin'";
    assertThatThrownBy(() -> read(text(uri, PLAIN))).hasMessageContaining("lies elsewhere");
    assertThatThrownBy(() -> read(text(",'uri':'gone.bin'", PLAIN)))
        .hasMessageContaining("gone.bin cannot be read");
    assertThatThrownBy(() -> read(text("", PLAIN))).hasMessageContaining("buffer 0 is missing");
    assertThatThrownBy(() -> read(glb("[{'children':[0]}]")))
        .hasMessageContaining("node 0 hangs from");
    assertThatThrownBy(() -> read(glb("[{}]"))).hasMessageContaining("no triangles");
    assertThatThrownBy(() -> read(new byte[0])).hasMessageContaining("no glTF");
    assertThatThrownBy(() -> read("{'asset'".replace('\'', '"').getBytes(StandardCharsets.UTF_8)))
        .hasMessageStartingWith("wedge.glb:1:");
    String squeezed =
        json("", PLAIN).replace("\"scene\"", "\"extensionsRequired\":[\"X_squeezed\"],\"scene\"");
    assertThatThrownBy(() -> read(squeezed.getBytes(StandardCharsets.UTF_8)))
        .hasMessageContaining("X_squeezed");
    String[][] lies = {
      {"\"count\":4", "\"count\":5"},
      {"\"count\":4", "\"count\":-4"},
      {"\"count\":12", "\"count\":2000000000"},
      {"\"byteOffset\":48", "\"byteOffset\":-48"},
      {"\"byteOffset\":48", "\"byteOffset\":60"},
      {"\"componentType\":5123", "\"componentType\":7"},
      {"\"type\":\"VEC3\"", "\"type\":\"VEC2\""},
      {"\"POSITION\":0", "\"POSITION\":9"},
      {"\"buffer\":0", "\"buffer\":3"}
    };
    String data = Base64.getEncoder().encodeToString(buffer());
    String sound = json(",'uri':'data:;base64," + data + "'", PLAIN);
    for (String[] lie : lies) {
      byte[] bytes = sound.replace(lie[0], lie[1]).getBytes(StandardCharsets.UTF_8);
      assertThatThrownBy(() -> read(bytes)).as(lie[1]).isInstanceOf(FormatException.class);
    }
  }

  @Test
  void damagedBytesAreReadOrRefusedButNeverUpset() {
    Random random = new Random(3);
    byte[] sound = glb(PLAIN);
    for (int n = 0; n < 3000; n++) {
      byte[] bytes = sound.clone();
      for (int k = 0; k < 1 + n % 4; k++) {
        bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
      }
      byte[] cut =
          n % 5 == 0 ? java.util.Arrays.copyOf(bytes, random.nextInt(bytes.length)) : bytes;
      try {
        assertThat(read(cut).size()).hasSize(3);
      } catch (FormatException e) {
        assertThat(e).hasMessageStartingWith("wedge.glb");
      }
    }
  }
}
