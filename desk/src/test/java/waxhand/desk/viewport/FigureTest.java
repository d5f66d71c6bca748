package waxhand.desk.viewport;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.Point3D;
import javafx.scene.shape.TriangleMesh;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.character.BlendShape;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Skin;
import waxhand.core.character.Skinning;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Channels;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.actor.Build;

class FigureTest {
  private static double volume(TriangleMesh mesh) {
    return volume(mesh, mesh.getPoints().toArray(null));
  }

  private static double volume(TriangleMesh mesh, float[] points) {
    double sum = 0;
    int corner = mesh.getFaceElementSize() / 3;
    for (int f = 0; f < mesh.getFaces().size(); f += mesh.getFaceElementSize()) {
      Vector3d[] p = new Vector3d[3];
      for (int k = 0; k < 3; k++) {
        int i = 3 * mesh.getFaces().get(f + corner * k);
        p[k] = new Vector3d(points[i], points[i + 1], points[i + 2]);
        assertThat(p[k].isFinite()).isTrue();
      }
      sum += p[0].dot(new Vector3d(p[1]).cross(p[2])) / 6;
    }
    return sum;
  }

  /** Skins are closed and face outwards: their volume is above 0, and all together a body's. */
  @Test
  void theFigureIsASolidBody() {
    for (boolean fingers : new boolean[] {false, true}) {
      List<Part> parts = FigureParts.of(Body.of(new Build(1.78, fingers).skeleton()));
      double all = 0;
      for (Part part : parts) {
        double v = volume(part.mesh());
        assertThat(v).isPositive();
        all += part.band() ? 0 : v;
      }
      // a person of 1.78 m has some 70 litres; skins overlap at the joints
      assertThat(1000 * all).isBetween(60.0, 110.0);
      assertThat(parts.stream().filter(p -> p.side() == Side.LEFT && !p.band()).count())
          .isEqualTo(parts.stream().filter(p -> p.side() == Side.RIGHT && !p.band()).count());
      // sides are told apart by the number of bands too
      assertThat(parts.stream().filter(p -> p.band() && p.side() == Side.LEFT)).hasSize(2);
      assertThat(parts.stream().filter(p -> p.band() && p.side() == Side.RIGHT)).hasSize(4);
    }
  }

  /** The deckhand bowing by so much in each of two joints of the spine. */
  private static JointMoves bow(Body body, double angleRad) {
    Skeleton skeleton = body.skeleton();
    List<Track> turns = new ArrayList<>();
    List<Track> places = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      boolean bent = List.of("Spine", "Spine1").contains(skeleton.joint(j).name());
      double half = bent ? angleRad / 2 : 0;
      turns.add(Track.of(TrackType.ROTATION, new double[] {Math.sin(half), 0, 0, Math.cos(half)}));
      places.add(j == 0 ? Track.of(TrackType.TRANSLATION, new double[] {0, 0.94, 0}) : null);
    }
    WorldPose pose = new WorldPose(skeleton);
    Clip clip = new Clip(skeleton, 60, turns, places);
    pose.solve(clip, 0);
    return new JointMoves(Skins.of(new Motion(clip, body)).fromRest()).to(pose);
  }

  @Test
  void theTrunkBendsAsOneSkin() {
    Body body = Body.of(new Build(1.78, false).skeleton());
    List<SoftPart> trunk =
        FigureParts.of(body).stream()
            .filter(SoftPart.class::isInstance)
            .map(SoftPart.class::cast)
            .toList();
    assertThat(trunk).extracting(SoftPart::joint).containsExactly(0, 1, 2, 3);
    double[] litres = new double[2];
    for (int bent = 0; bent < 2; bent++) {
      JointMoves moves = bow(body, bent * Math.toRadians(35));
      float[] edge = null;
      for (SoftPart part : trunk) {
        SoftPart.Bending bending = part.bending();
        bending.to(moves);
        float[] points = bending.points;
        litres[bent] += 1000 * volume(part.mesh(), points);
        int ring = 3 * Loft.FINE;
        if (edge != null) {
          assertThat(Arrays.copyOf(points, ring)).as("no gap and no step").isEqualTo(edge);
        }
        edge = Arrays.copyOfRange(points, points.length - 6 - ring, points.length - 6);
      }
    }
    assertThat(litres[1]).as("no crease eats the belly").isCloseTo(litres[0], withinPercentage(6));
    // the end at the neck leans by both joints
    SoftPart.Bending chest = trunk.get(3).bending();
    chest.to(bow(body, 0));
    Vector3d rest = end(chest.normals);
    chest.to(bow(body, Math.toRadians(35)));
    assertThat(end(chest.normals).distance(rest.rotateX(Math.toRadians(70)))).isLessThan(0.01);
  }

  /** A hand that drags an arm has the renderer take the arm alone. */
  @Test
  void onlyWhatMovesIsHandedToTheRenderer() {
    Body body = Body.of(new Build(1.78, false).skeleton());
    List<Part> parts = FigureParts.of(body);
    List<Worn> worn = parts.stream().map(Part::wear).toList();
    worn.forEach(w -> w.move(bow(body, 0)));
    Set<Integer> moved = new HashSet<>();
    for (int i = 0; i < parts.size(); i++) {
      int joint = parts.get(i).joint();
      Worn one = worn.get(i);
      one.skin.getTransforms().get(0).setOnTransformChanged(e -> moved.add(joint));
      ((TriangleMesh) one.skin.getMesh())
          .getPoints()
          .addListener((list, sized, from, to) -> moved.add(joint));
    }
    worn.forEach(w -> w.move(bow(body, 0)));
    assertThat(moved).isEmpty();
    worn.forEach(w -> w.move(bow(body, 0.5)));
    int chest = body.joint(Role.CHEST).orElseThrow();
    int foot = body.joint(Role.LEFT_FOOT).orElseThrow();
    assertThat(moved).contains(chest, body.joint(Role.HEAD).orElseThrow()).doesNotContain(foot);
  }

  private static Vector3d end(float[] normals) {
    int n = normals.length;
    return new Vector3d(normals[n - 3], normals[n - 2], normals[n - 1]);
  }

  @Test
  void aBodyWithoutRolesGetsPlainBones() {
    List<Joint> joints =
        List.of(
            new Joint("q", -1, new Vector3d(), false, Optional.empty()),
            new Joint("r", 0, new Vector3d(0, 0, 1), false, Optional.of(new Vector3d(1, 0, 0))));
    List<Part> parts = FigureParts.of(Body.of(new Skeleton(joints)));
    assertThat(parts.stream().map(Part::joint).collect(Collectors.toSet())).contains(0, 1);
    assertThat(FigureParts.of(Body.of(new Skeleton(List.of())))).isEmpty();
  }

  @Test
  void theCameraProjectsWhatItLooksAtToTheMiddle() {
    double[] p = new double[3];
    for (Aspect aspect : Aspect.values()) {
      Camera camera = aspect.camera(1.8).at(new Vector3d(2, 1, -3));
      assertThat(camera.project(2, 1, -3, 800, 600, p)).isTrue();
      assertThat(p[0]).isCloseTo(400, within(1e-9));
      assertThat(p[1]).isCloseTo(300, within(1e-9));
      Vector3d up = new Vector3d(2, 1, -3).fma(camera.heightM() / 2, camera.up());
      camera.project(up.x, up.y, up.z, 800, 600, p);
      assertThat(p[1]).as(aspect.words()).isCloseTo(0, within(1e-6));
      Vector3d right = new Vector3d(2, 1, -3).fma(camera.heightM() / 2, camera.right());
      camera.project(right.x, right.y, right.z, 800, 600, p);
      assertThat(p[0]).isCloseTo(700, within(1e-6));
      assertThat(camera.eye().distance(2, 1, -3)).isCloseTo(camera.distance(), within(1e-9));
    }
  }

  @Test
  void theFrontViewShowsTheFaceAndTheLeftHandAtTheRight() {
    Camera front = Aspect.FRONT.camera(1.8);
    double[] left = new double[3];
    double[] nose = new double[3];
    double[] back = new double[3];
    front.project(0.5, 1, 0, 800, 600, left);
    assertThat(left[0]).isGreaterThan(400);
    front.project(0, 1.6, 0.2, 800, 600, nose);
    front.project(0, 1.6, -0.2, 800, 600, back);
    assertThat(nose[2]).isLessThan(back[2]);
    Camera moved = front.panned(0.1, 0).zoomed(0.5).orbited(0, 9);
    assertThat(moved.pitchRad()).isEqualTo(Math.PI / 2);
    assertThat(moved.heightM()).isCloseTo(front.heightM() / 2, within(1e-12));
  }

  /** A character with a turned head and a bent arm, high up; in the next frame higher still. */
  private static Motion bent(Character stoker) {
    Skeleton skeleton = stoker.body().skeleton();
    List<Track> turns = new ArrayList<>();
    List<Track> places = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      boolean turned =
          stoker
              .body()
              .role(j)
              .filter(EnumSet.of(Role.HEAD, Role.LEFT_FOREARM)::contains)
              .isPresent();
      double[] q = turned ? new double[] {0, 0.6, 0, 0.8} : new double[] {0, 0, 0, 1};
      double[] both = Arrays.copyOf(q, 8);
      System.arraycopy(q, 0, both, 4, 4);
      turns.add(Track.of(TrackType.ROTATION, both));
      double[] up = {0, 5, 0, 0, 6, 0};
      places.add(j == 0 ? Track.of(TrackType.TRANSLATION, up) : null);
    }
    return new Motion(new Clip(skeleton, 60, turns, places), stoker.body())
        .with(new waxhand.core.character.Worn(Optional.of(stoker)));
  }

  /** Where the points of a skin are in a pose, worked out as a whole. */
  private static float[] bend(Skin skin, Skeleton skeleton, JointMoves moves) {
    Vector3d[] rest = skeleton.restPositions();
    double[] all = new double[12 * skeleton.size()];
    double[] m = new double[12];
    for (int j = 0; j < skeleton.size(); j++) {
      moves.matrix(j, m);
      for (int r = 0; r < 3; r++) {
        m[4 * r + 3] -= m[4 * r] * rest[j].x + m[4 * r + 1] * rest[j].y + m[4 * r + 2] * rest[j].z;
      }
      System.arraycopy(m, 0, all, 12 * j, 12);
    }
    float[] bent = new float[skin.points().length];
    float[] normals = Skinning.normals(skin.points(), skin.triangles());
    Skinning.bend(
        skin.count(), skin.points(), normals, skin.joints(), skin.shares(), all, bent, normals);
    return bent;
  }

  private static Point3D point(float[] points, int n) {
    return new Point3D(points[3 * n], points[3 * n + 1], points[3 * n + 2]);
  }

  /** The skin of a character bends with it, and no triangle is lost between its parts. */
  @Test
  void aCharactersSkinIsWornWhole() {
    Character stoker = LayFigures.named("stoker").orElseThrow();
    Skin skin = stoker.skin().orElseThrow();
    Motion motion = bent(stoker);
    Skins skins = Skins.of(motion);
    assertThat(skins.fit(motion)).isTrue();
    assertThat(skins.fit(new Motion(motion.clip(), stoker.body()))).isFalse();
    assertThat(skins.parts().stream().mapToInt(p -> p.mesh().getFaceElementSize()).distinct())
        .hasSize(1);
    int faces = skins.parts().stream().mapToInt(p -> p.mesh().getFaces().size() / 9).sum();
    assertThat(faces).isEqualTo(skin.triangles().length / 3);
    assertThat(skins.parts())
        .as("twist joints are shown with their bones")
        .allMatch(p -> stoker.body().role(p.joint()).isPresent());
    WorldPose pose = new WorldPose(stoker.body().skeleton());
    JointMoves moves = new JointMoves(skins.fromRest()).to(pose);
    pose.solve(motion.clip(), 0);
    float[] whole = bend(skin, stoker.body().skeleton(), moves);
    Map<Point3D, List<Point3D>> bent = new HashMap<>();
    for (int n = 0; n < skin.count(); n++) {
      bent.computeIfAbsent(point(skin.points(), n), p -> new ArrayList<>()).add(point(whole, n));
    }
    Set<Integer> sent = new HashSet<>();
    for (Part part : skins.parts()) {
      Worn one = part.wear();
      pose.solve(motion.clip(), 0);
      one.move(moves);
      TriangleMesh mesh = (TriangleMesh) one.skin.getMesh();
      float[] rest = part.mesh().getPoints().toArray(null);
      float[] is = mesh.getPoints().toArray(null);
      for (int n = 0; n < rest.length / 3; n++) {
        Point3D at = one.skin.localToParent(point(is, n));
        assertThat(bent.get(point(rest, n))).anyMatch(p -> p.distance(at) < 1e-5);
      }
      mesh.getPoints().addListener((list, sized, from, to) -> sent.add(part.joint()));
      pose.solve(motion.clip(), 1);
      one.move(moves);
      Point3D up = one.skin.localToParent(point(is, 0));
      assertThat(bent.get(point(rest, 0))).anyMatch(p -> p.add(0, 1, 0).distance(up) < 1e-5);
    }
    assertThat(sent).as("what is carried as it is is not drawn anew").isEmpty();
  }

  /** Channels of a take move the shapes of the same names, and no others. */
  @Test
  void aSkinGoesToItsShapesByTheChannelsOfATake() {
    Character stoker = LayFigures.named("stoker").orElseThrow();
    Skin plain = stoker.skin().orElseThrow();
    float[] up = new float[plain.points().length];
    up[1] = 0.1f;
    List<BlendShape> shapes = List.of(new BlendShape("smile", up), new BlendShape("frown", up));
    Skin skin =
        new Skin(
            plain.points(),
            plain.triangles(),
            plain.joints(),
            plain.shares(),
            plain.colours(),
            shapes);
    Character smiling =
        new Character("smiling", stoker.body(), Optional.of(skin), Optional.empty());
    Skeleton skeleton = stoker.body().skeleton();
    List<Track> turns = new ArrayList<>();
    List<Track> places = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      turns.add(Track.of(TrackType.ROTATION, new double[] {0, 0, 0, 1, 0, 0, 0, 1}));
      places.add(j == 0 ? Track.of(TrackType.TRANSLATION, new double[6]) : null);
    }
    Motion motion =
        new Motion(new Clip(skeleton, 60, turns, places), stoker.body())
            .with(new waxhand.core.character.Worn(Optional.of(smiling)))
            .with(Channels.NONE.with("smile", new double[] {0, 0.5}));
    Posed posed = new Posed();
    posed.show(Optional.of(motion));
    Figure figure = new Figure();
    figure.dress(Skins.of(motion));
    double[] highest = new double[2];
    for (int f = 0; f < 2; f++) {
      posed.solve(f);
      figure.move(posed);
      double sum = 0;
      for (var view : figure.wax().getChildren()) {
        var points = ((TriangleMesh) ((javafx.scene.shape.MeshView) view).getMesh()).getPoints();
        for (int n = 1; n < points.size(); n += 3) {
          sum += points.get(n);
        }
      }
      highest[f] = sum;
    }
    // the point may stand in several parts of the skin
    double moved = (highest[1] - highest[0]) / 0.05;
    assertThat(moved).isCloseTo(Math.rint(moved), within(0.05)).isBetween(0.9, 5.1);
  }
}
