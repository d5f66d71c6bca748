package waxhand.core.character;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;

/** Points that go with joints in shares, by hand; and the skins of our own figures. */
class SkinningTest {
  private static double[] rows(Matrix4d... moves) {
    double[] rows = new double[12 * moves.length];
    for (int n = 0; n < moves.length; n++) {
      for (int row = 0; row < 3; row++) {
        for (int column = 0; column < 4; column++) {
          rows[12 * n + 4 * row + column] = moves[n].get(column, row);
        }
      }
    }
    return rows;
  }

  private static int[] joints(int... first) {
    int[] all = new int[Skin.MOST_JOINTS];
    System.arraycopy(first, 0, all, 0, first.length);
    return all;
  }

  private static float[] shares(float... first) {
    float[] all = new float[Skin.MOST_JOINTS];
    System.arraycopy(first, 0, all, 0, first.length);
    return all;
  }

  private static float[][] bent(int[] joints, float[] shares, Matrix4d... moves) {
    float[] point = {1, 2, 3};
    float[] normal = {0, 1, 0};
    float[] to = new float[3];
    float[] turned = new float[3];
    Skinning.bend(1, point, normal, joints, shares, rows(moves), to, turned);
    assertThat(point).as("the rest stays").containsExactly(1, 2, 3);
    return new float[][] {to, turned};
  }

  private static void assertNear(float[] is, double x, double y, double z) {
    double[] wanted = {x, y, z};
    for (int i = 0; i < 3; i++) {
      assertThat((double) is[i]).as("axis " + i).isCloseTo(wanted[i], within(1e-6));
    }
  }

  @Test
  void aPointGoesWithItsJointsInTheirShares() {
    Matrix4d turn = new Matrix4d().translation(10, 0, 0).rotateZ(Math.PI / 2);
    Matrix4d lift = new Matrix4d().translation(0, 4, 0);
    float[][] whole = bent(joints(0), shares(1), turn, lift);
    assertNear(whole[0], 8, 1, 3);
    assertNear(whole[1], -1, 0, 0);
    // half way between where both would take it, the normal unit again
    float[][] half = bent(joints(0, 1), shares(0.5f, 0.5f), turn, lift);
    assertNear(half[0], 4.5, 3.5, 3);
    assertNear(half[1], -Math.sqrt(0.5), Math.sqrt(0.5), 0);
    float[][] third = bent(joints(1, 0), shares(0.75f, 0.25f), turn, lift);
    assertNear(third[0], 0.75 * 1 + 0.25 * 8, 0.75 * 6 + 0.25 * 1, 3);
    // the eighth joint counts as the first does
    int[] eight = joints(0, 0, 0, 0, 0, 0, 0, 1);
    assertNear(bent(eight, shares(0.5f, 0, 0, 0, 0, 0, 0, 0.5f), turn, lift)[0], 4.5, 3.5, 3);
  }

  @Test
  void normalsAreMeansByTheSizeOfTriangles() {
    // a roof of two slopes over an edge along z, the right one three times as long
    float[] points = {0, 1, 0, 0, 1, 1, -1, 0, 0, -1, 0, 1, 3, -2, 0, 3, -2, 1};
    int[] triangles = {0, 2, 3, 0, 3, 1, 0, 1, 5, 0, 5, 4};
    float[] normals = Skinning.normals(points, triangles);
    double slope = Math.sqrt(0.5);
    assertNear(new float[] {normals[6], normals[7], normals[8]}, -slope, slope, 0);
    assertNear(new float[] {normals[12], normals[13], normals[14]}, slope, slope, 0);
    // at the edge: one part of the left and three of the right, of both triangles
    Vector3d edge = new Vector3d(-1, 1, 0).add(new Vector3d(1, 1, 0).mul(3)).normalize();
    assertThat(new Vector3d(normals[0], normals[1], normals[2]).angle(edge)).isLessThan(0.35);
    // of what has no size it points up
    float[] flat = Skinning.normals(new float[9], new int[] {0, 1, 2});
    assertNear(new float[] {flat[0], flat[1], flat[2]}, 0, 1, 0);
  }

  @Test
  void ourFiguresGoWithJointsNearThem() {
    for (String name : LayFigures.NAMES) {
      Character figure = LayFigures.named(name).orElseThrow();
      Body body = figure.body();
      Skin skin = figure.skin().orElseThrow();
      Vector3d[] rest = body.skeleton().restPositions();
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int n = 0; n < skin.count(); n++) {
        float sum = 0;
        double least = Double.POSITIVE_INFINITY;
        Vector3d at =
            new Vector3d(skin.points()[3 * n], skin.points()[3 * n + 1], skin.points()[3 * n + 2]);
        for (int k = Skin.MOST_JOINTS * n; k < Skin.MOST_JOINTS * (n + 1); k++) {
          float share = skin.shares()[k];
          sum += share;
          assertThat(share).isBetween(0f, 1.00001f);
          if (share > 0) {
            least = Math.min(least, at.distance(rest[skin.joints()[k]]));
          }
        }
        assertThat(sum).as(name + " " + n).isCloseTo(1, within(1e-4f));
        assertThat(least).as(name + " point " + n).isLessThan(0.6);
        low = Math.min(low, at.y);
        high = Math.max(high, at.y);
      }
      assertThat(low).as(name + " stands on the ground").isCloseTo(0, within(0.02));
      assertThat(high - low).isCloseTo(body.heightM(), within(0.06));
    }
  }

  /** What is at the left is at the right, mirrored. */
  @Test
  void ourFiguresAreAlikeOnBothSides() {
    for (String name : LayFigures.NAMES) {
      Character figure = LayFigures.named(name).orElseThrow();
      Body body = figure.body();
      Vector3d[] rest = body.skeleton().restPositions();
      for (Role role : body.joints().keySet()) {
        Vector3d here = rest[body.joint(role).orElseThrow()];
        Vector3d there = rest[body.joint(role.mirrored()).orElseThrow()];
        assertThat(here.distance(new Vector3d(-there.x, there.y, there.z)))
            .as(name + " " + role)
            .isLessThan(1e-9);
      }
      double[] sides = new double[2];
      float[] points = figure.skin().orElseThrow().points();
      for (int n = 0; n < points.length; n += 3) {
        sides[points[n] > 0 ? 1 : 0] += Math.abs(points[n]);
      }
      assertThat(sides[0]).as(name).isCloseTo(sides[1], within(0.002 * sides[1]));
    }
  }
}
