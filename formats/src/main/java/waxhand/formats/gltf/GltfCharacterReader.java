package waxhand.formats.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.character.Character;
import waxhand.core.character.CharacterFile;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.Beside;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.guess.Understanding;

/** Reads characters: the skeleton of a glTF scene as it rests, its skins and shapes. */
public final class GltfCharacterReader {
  private GltfCharacterReader() {}

  /**
   * @throws FormatException if it cannot be read, or holds no joints
   */
  public static Character read(String name, byte[] bytes, Beside beside, Work work)
      throws FormatException {
    byte[] whole = Gltf.packed(name, bytes, beside);
    Gltf gltf = Gltf.read(name, whole, Beside.NOTHING);
    GltfSkeleton joints = new GltfSkeleton(gltf);
    Clip still = still(joints.joints());
    Understanding told = Understanding.standard(name, still, Reading.GUESS.withRestFrames(0));
    told.rate(30, "none");
    RawTake body = told.taken(whole, told.converted(still, 30));
    work.check();
    Map<String, String> reading = new LinkedHashMap<>(body.reading());
    reading.put("format", GltfFormat.ID);
    int dot = name.lastIndexOf('.');
    return new Character(
        dot > 0 ? name.substring(0, dot) : name,
        body.motion().body(),
        GltfSkinReader.read(joints, body.motion().body().skeleton(), told),
        Optional.of(new CharacterFile(name, whole, reading)));
  }

  /** One frame in which nothing is turned beyond rest. */
  private static Clip still(Skeleton skeleton) {
    Track[] turns = new Track[skeleton.size()];
    Track[] places = new Track[skeleton.size()];
    for (int j = 0; j < turns.length; j++) {
      var q = skeleton.joint(j).rest();
      turns[j] = Track.of(TrackType.ROTATION, new double[] {q.x(), q.y(), q.z(), q.w()});
      var p = skeleton.joint(j).offset();
      places[j] =
          skeleton.parent(j) < 0
              ? Track.of(TrackType.TRANSLATION, new double[] {p.x(), p.y(), p.z()})
              : null;
    }
    return new Clip(skeleton, 30, List.of(turns), Arrays.asList(places));
  }

  /** What textures a file has, that are left out. */
  static int textures(JsonNode root) {
    return root.path("textures").size();
  }
}
