package waxhand.formats.gltf;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URLDecoder;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import waxhand.core.text.Legible;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;

/**
 * A glTF 2.0 file (Khronos Group, "glTF 2.0 Specification", 2021): its JSON and the bytes of its
 * buffers. Everything that a file claims about lengths is checked before it is used.
 */
final class Gltf {
  /** Texts are as long as they are: a buffer may be one of hundreds of megabytes. */
  private static final ObjectMapper JSON =
      new ObjectMapper(
          JsonFactory.builder()
              .streamReadConstraints(
                  StreamReadConstraints.builder().maxStringLength(Integer.MAX_VALUE).build())
              .build());

  static final int MAGIC = 0x46546C67;
  static final int JSON_CHUNK = 0x4E4F534A;
  static final int BINARY_CHUNK = 0x004E4942;

  /** A sparse accessor on nothing has so many zeros at most. */
  private static final long MOST_ZEROS = 1 << 24;

  /** By the standard. */
  private static final int MOST_STRIDE = 252;

  /** Packed files are smaller, bytes. */
  private static final long MOST_PACKED = 1 << 30;

  private static final Set<String> LISTS =
      Set.of(
          "accessors",
          "animations",
          "baseColorFactor",
          "bufferViews",
          "buffers",
          "channels",
          "children",
          "extensionsRequired",
          "extensionsUsed",
          "images",
          "joints",
          "materials",
          "matrix",
          "meshes",
          "nodes",
          "primitives",
          "rotation",
          "samplers",
          "scale",
          "scenes",
          "skins",
          "targets",
          "textures",
          "translation",
          "weights");

  private final String file;
  private final JsonNode root;
  private final List<ByteBuffer> buffers = new ArrayList<>();

  private Gltf(String file, JsonNode root) {
    this.file = file;
    this.root = root;
  }

  /**
   * @throws FormatException if it is no glTF 2.0, is cut short, or needs an extension
   */
  static Gltf read(String file, byte[] bytes, Beside beside) throws FormatException {
    ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    byte[] json = bytes;
    ByteBuffer binary = null;
    if (bytes.length >= 4 && in.getInt(0) == MAGIC) {
      if (bytes.length < 20 || in.getInt(4) != 2) {
        throw new FormatException(file, "this GLB is cut short, or not of version 2");
      }
      json = chunk(file, in, 12, JSON_CHUNK);
      int next = 20 + json.length;
      if (next + 8 <= bytes.length) {
        binary = ByteBuffer.wrap(chunk(file, in, next, BINARY_CHUNK));
      }
    }
    Gltf gltf = new Gltf(file, parsed(file, json));
    gltf.check();
    gltf.checkLists(gltf.root);
    gltf.load(binary, beside);
    return gltf;
  }

  /**
   * The same file with all its buffers in one of its own: itself where it has no other.
   *
   * @throws FormatException if one of them cannot be read
   */
  static byte[] packed(String file, byte[] bytes, Beside beside) throws FormatException {
    Gltf gltf = read(file, bytes, beside);
    boolean whole = gltf.buffers.size() <= 1;
    for (JsonNode buffer : gltf.root.path("buffers")) {
      whole &= !buffer.has("uri");
    }
    boolean binary =
        bytes.length >= 4
            && ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(0) == MAGIC;
    if (whole && binary) {
      return bytes;
    }
    long all = 0;
    for (ByteBuffer buffer : gltf.buffers) {
      all += buffer.capacity() + 4L;
    }
    if (all > MOST_PACKED) {
      throw new FormatException(
          file, "its buffers hold " + all / 1_000_000 + " MB; that is too much");
    }
    ObjectNode root = gltf.root.deepCopy();
    ByteArrayOutputStream out = new ByteArrayOutputStream((int) all);
    int[] starts = new int[gltf.buffers.size()];
    for (int n = 0; n < starts.length; n++) {
      starts[n] = out.size();
      byte[] some = bytes(gltf.buffers.get(n));
      out.write(some, 0, some.length);
      while (out.size() % 4 != 0) {
        out.write(0);
      }
    }
    for (JsonNode view : root.path("bufferViews")) {
      int buffer = view.path("buffer").asInt(-1);
      if (buffer >= 0 && buffer < starts.length && view instanceof ObjectNode own) {
        own.put("byteOffset", starts[buffer] + view.path("byteOffset").asLong(0));
        own.put("buffer", 0);
      }
    }
    return new GltfPack(root, out.toByteArray()).toBytes();
  }

  private static byte[] bytes(ByteBuffer buffer) {
    byte[] bytes = new byte[buffer.capacity()];
    buffer.duplicate().get(0, bytes);
    return bytes;
  }

  /** What its one buffer holds; empty where it has none. */
  Optional<byte[]> binary() {
    return buffers.isEmpty() ? Optional.empty() : Optional.of(bytes(buffers.get(0)));
  }

  private static byte[] chunk(String file, ByteBuffer in, int at, int kind) throws FormatException {
    long length = in.getInt(at) & 0xFFFFFFFFL;
    if (in.getInt(at + 4) != kind || at + 8 + length > in.capacity()) {
      throw new FormatException(
          file, "the chunk at byte " + at + " is cut short, or none that belongs there");
    }
    byte[] bytes = new byte[(int) length];
    in.get(at + 8, bytes);
    return bytes;
  }

  private static JsonNode parsed(String file, byte[] json) throws FormatException {
    try {
      JsonNode root = JSON.readTree(json);
      if (root == null || !root.isObject()) {
        throw new FormatException(file, "this is no glTF");
      }
      return root;
    } catch (JsonProcessingException e) {
      var place = e.getLocation();
      throw new FormatException(
          file,
          place == null ? 0 : place.getLineNr(),
          place == null ? 0 : place.getColumnNr(),
          "this is no glTF: its JSON cannot be read");
    } catch (IOException e) {
      throw new FormatException(file, "this is no glTF: its JSON cannot be read");
    }
  }

  private void check() throws FormatException {
    if (!root.path("asset").path("version").asText().startsWith("2.")) {
      throw new FormatException(file, "this is no glTF of version 2");
    }
    if (root.path("extensionsRequired").size() > 0) {
      throw new FormatException(
          file,
          "it needs "
              + Legible.of(root.path("extensionsRequired").get(0).asText())
              + ", which is not read; export it without compression");
    }
  }

  /** Lists of the standard are lists, whatever else a file may have in their place. */
  private void checkLists(JsonNode node) throws FormatException {
    if (node.isArray()) {
      for (JsonNode item : node) {
        checkLists(item);
      }
      return;
    }
    for (var field : node.properties()) {
      String name = field.getKey();
      if (field.getValue().isObject() && LISTS.contains(name)) {
        throw new FormatException(file, name + " is no list in it");
      }
      // what others put there is theirs
      if (!name.equals("extras") && !name.equals("extensions")) {
        checkLists(field.getValue());
      }
    }
  }

  private void load(ByteBuffer binary, Beside beside) throws FormatException {
    int n = 0;
    for (JsonNode buffer : root.path("buffers")) {
      String where = "buffer " + n;
      ByteBuffer bytes =
          buffer.has("uri") ? uri(where, buffer.get("uri").asText(), beside) : binary;
      if (bytes == null || bytes.capacity() < buffer.path("byteLength").asLong(-1)) {
        throw new FormatException(file, where + " is missing or shorter than it says");
      }
      buffers.add(bytes);
      n++;
    }
  }

  private ByteBuffer uri(String where, String uri, Beside beside) throws FormatException {
    try {
      if (uri.startsWith("data:")) {
        int comma = uri.indexOf(',');
        return ByteBuffer.wrap(Base64.getDecoder().decode(uri.substring(comma + 1)));
      }
      if (uri.contains("..") || uri.contains(":") || uri.startsWith("/")) {
        throw new FormatException(file, where + " lies elsewhere: " + Legible.of(uri));
      }
      return ByteBuffer.wrap(beside.read(URLDecoder.decode(uri, StandardCharsets.UTF_8)));
    } catch (IllegalArgumentException e) {
      throw new FormatException(file, where + " is no Base64");
    } catch (FormatException e) {
      throw e;
    } catch (IOException e) {
      throw new FormatException(file, where + ": " + Legible.of(uri) + " cannot be read beside it");
    }
  }

  String file() {
    return file;
  }

  JsonNode root() {
    return root;
  }

  /** Number n of a list of the file. */
  JsonNode item(String list, int n) throws FormatException {
    JsonNode item = root.path(list).get(n);
    if (n < 0 || item == null) {
      throw new FormatException(file, "there is no number " + n + " in " + list);
    }
    return item;
  }

  /**
   * The numbers of an accessor, one after another.
   *
   * @param type as the accessor must have, such as "VEC3"
   * @param width how many numbers that is
   */
  double[] numbers(int accessor, String type, int width) throws FormatException {
    JsonNode a = item("accessors", accessor);
    String where = "accessor " + accessor;
    long count = a.path("count").asLong(-1);
    if (!a.path("type").asText().equals(type)) {
      throw new FormatException(file, where + " is no plain " + type);
    }
    if (count < 0 || count > Integer.MAX_VALUE / 8 / width) {
      throw beyond(where);
    }
    boolean sparse = a.has("sparse");
    if (!sparse && !a.has("bufferView")) {
      // all zeros by the standard; no file has a reason for it, and it costs memory
      throw new FormatException(file, where + " has no numbers");
    }
    int kind = a.path("componentType").asInt();
    double scale = a.path("normalized").asBoolean() ? normal(where, kind) : 0;
    double[] out;
    if (a.has("bufferView")) {
      out = values(where, a, kind, count, width, scale);
    } else {
      // a hundred bytes of file may not ask for a gigabyte of zeros
      if (count * width > MOST_ZEROS) {
        throw beyond(where);
      }
      out = new double[(int) count * width];
    }
    if (sparse) {
      patch(where, a.get("sparse"), kind, width, scale, out);
    }
    return out;
  }

  /** A sparse accessor says which of its numbers are others. Modified: out. */
  private void patch(String where, JsonNode sparse, int kind, int width, double scale, double[] out)
      throws FormatException {
    long count = sparse.path("count").asLong(-1);
    if (count < 0 || count * width > out.length) {
      throw beyond(where);
    }
    JsonNode places = sparse.path("indices");
    double[] at = values(where, places, places.path("componentType").asInt(), count, 1, 0);
    double[] values = values(where, sparse.path("values"), kind, count, width, scale);
    for (int n = 0; n < count; n++) {
      if (!(at[n] >= 0 && at[n] < out.length / width)) {
        throw beyond(where);
      }
      System.arraycopy(values, width * n, out, width * (int) at[n], width);
    }
  }

  private FormatException beyond(String where) {
    return new FormatException(file, where + " reaches beyond its buffer");
  }

  /**
   * @param scale what whole numbers are multiplied by; 0 where they stand for themselves
   */
  private double[] values(String where, JsonNode a, int kind, long count, int width, double scale)
      throws FormatException {
    JsonNode view = item("bufferViews", a.path("bufferView").asInt(-1));
    int buffer = view.path("buffer").asInt(-1);
    int bytes = bytes(where, kind);
    long step = view.path("byteStride").asLong(0);
    step = step == 0 ? (long) bytes * width : step;
    long inView = a.path("byteOffset").asLong(0);
    long first = view.path("byteOffset").asLong(0) + inView;
    long length = view.path("byteLength").asLong(-1);
    long end = count == 0 ? 0 : (count - 1) * step + (long) bytes * width;
    boolean fits =
        buffer >= 0
            && buffer < buffers.size()
            && step >= (long) bytes * width
            && step <= MOST_STRIDE
            && inView >= 0
            && first >= inView
            && inView + end <= length
            && first + end <= buffers.get(buffer).capacity();
    if (!fits) {
      throw beyond(where);
    }
    ByteBuffer in = buffers.get(buffer).duplicate().order(ByteOrder.LITTLE_ENDIAN);
    double[] out = new double[(int) count * width];
    for (int n = 0; n < out.length; n++) {
      int at = (int) (first + n / width * step + (long) n % width * bytes);
      double value = number(in, at, kind);
      if (!(Math.abs(value) <= Float.MAX_VALUE)) {
        throw new FormatException(
            file, where + " holds " + value + " at place " + n / width + ", which is no number");
      }
      out[n] = scale == 0 ? value : Math.max(-1, scale * value);
    }
    return out;
  }

  /** How numbers of whole kinds are told as shares of 1. */
  private double normal(String where, int kind) throws FormatException {
    return switch (kind) {
      case 5120 -> 1 / 127.0;
      case 5121 -> 1 / 255.0;
      case 5122 -> 1 / 32767.0;
      case 5123 -> 1 / 65535.0;
      case 5126 -> 0;
      default -> throw new FormatException(file, where + " has shares of unknown kind " + kind);
    };
  }

  private int bytes(String where, int kind) throws FormatException {
    return switch (kind) {
      case 5120, 5121 -> 1;
      case 5122, 5123 -> 2;
      case 5125, 5126 -> 4;
      default -> throw new FormatException(file, where + " has numbers of unknown kind " + kind);
    };
  }

  private static double number(ByteBuffer in, int at, int kind) {
    return switch (kind) {
      case 5120 -> in.get(at);
      case 5121 -> in.get(at) & 0xFF;
      case 5122 -> in.getShort(at);
      case 5123 -> in.getShort(at) & 0xFFFF;
      case 5125 -> in.getInt(at) & 0xFFFFFFFFL;
      default -> in.getFloat(at);
    };
  }
}
