package waxhand.bench;

import java.util.*;
import waxhand.core.body.*;
import waxhand.core.chain.*;
import waxhand.core.contact.*;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.maths.Quats;
import waxhand.core.measure.*;
import waxhand.core.motion.*;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.*;

public final class Dbg {
  public static void main(String[] args) {
    for (Family.Sample s :
        Family.valueOf(args[1]).takes(Family.Seeds.TUNED, Family.valueOf(args[1]).damage())) {
      if (!s.name().contains(args[0])) continue;
      Rehearsal take = s.made().get();
      Motion truth = Motion.of(take.truth());
      Motion raw = truth.with(take.raw());
      Chain firstPass = Recipe.firstPass().chain();
      Plate plants = firstPass.plates().get(firstPass.size() - 1);
      Motion before =
          new Evaluator(raw).evaluate(firstPass.without(plants.id()), Work.UNWATCHED).result();
      Motion after = plants.apply(before, before.clip().allFrames(), Work.UNWATCHED);
      List<Contact> found =
          new ContactFinder(
                  ContactSettings.USUAL, Ground.of(before, Floor.rounded(before)).surfaces())
              .find(before);
      System.out.println(s.name());
      ContactScore sc =
          ContactScore.of(found, take.contacts(), raw.clip().frames(), raw.clip().rateHz());
      sc.parts().forEach((p, c) -> System.out.printf("  %s F1 %.3f", p.key(), c.f1()));
      System.out.println();
      int n = raw.clip().frames();
      WorldPose t = new WorldPose(truth.clip().skeleton()),
          b = new WorldPose(truth.clip().skeleton()),
          a = new WorldPose(truth.clip().skeleton());
      double[][] err = new double[2][truth.clip().skeleton().size()];
      double[] worse = new double[n];
      for (int f = 0; f < n; f++) {
        t.solve(truth.clip(), f);
        b.solve(before.clip(), f);
        a.solve(after.clip(), f);
        for (int j = 0; j < err[0].length; j++) {
          double db = d(t, b, j), da = d(t, a, j);
          err[0][j] += db * db;
          err[1][j] += da * da;
          worse[f] += da * da - db * db;
        }
      }
      for (int j = 0; j < err[0].length; j++) {
        double x = 1000 * Math.sqrt(err[0][j] / n), y = 1000 * Math.sqrt(err[1][j] / n);
        if (y > x + 3)
          System.out.printf(
              "  %-10s %.1f -> %.1f%n", truth.clip().skeleton().joint(j).name(), x, y);
      }
      Integer[] order = new Integer[n];
      for (int f = 0; f < n; f++) order[f] = f;
      Arrays.sort(order, Comparator.comparingDouble(f -> -worse[f]));
      int step = Math.max(1, (int) (raw.clip().rateHz() / Double.parseDouble(args[2])));
      int lo = args.length > 3 ? Integer.parseInt(args[3]) : 0,
          hi = args.length > 4 ? Integer.parseInt(args[4]) : n;
      for (int f = lo; f < Math.min(n, hi); f += step) {
        t.solve(truth.clip(), f);
        b.solve(before.clip(), f);
        a.solve(after.clip(), f);
        StringBuilder line =
            new StringBuilder(
                String.format(
                    "  %4d worse %6.1f ",
                    f,
                    1e3 * Math.signum(worse[f]) * Math.sqrt(Math.abs(worse[f]) / err[0].length)));
        for (Sole sole : truth.body().soles()) {
          line.append(sole.side() == Side.LEFT ? " L " : " R ");
          for (int place = 0; place < 3; place++) {
            ContactPart part = ContactPart.ofSole(sole.side(), place);
            int ff = f;
            boolean is =
                take.contacts().stream().anyMatch(c -> c.part() == part && c.frames().contains(ff));
            boolean fo = found.stream().anyMatch(c -> c.part() == part && c.frames().contains(ff));
            line.append(is ? fo ? "#" : "o" : fo ? "!" : ".");
          }
          line.append(
              String.format(
                  " pitch %5.1f/%5.1f/%5.1f", pitch(sole, t), pitch(sole, b), pitch(sole, a)));
          line.append(
              String.format(
                  " ank %4.0f/%4.0f", 1e3 * d(t, b, sole.foot()), 1e3 * d(t, a, sole.foot())));
        }
        for (Sole sole : truth.body().soles()) {
          int j = sole.foot();
          line.append(
              String.format(
                  " F(%.0f %.0f %.0f)",
                  1e3 * (a.x(j) - b.x(j)), 1e3 * (a.y(j) - b.y(j)), 1e3 * (a.z(j) - b.z(j))));
          int
              u =
                  truth
                      .body()
                      .joint(sole.side() == Side.LEFT ? Role.LEFT_THIGH : Role.RIGHT_THIGH)
                      .getAsInt(),
              k =
                  truth
                      .body()
                      .joint(sole.side() == Side.LEFT ? Role.LEFT_SHIN : Role.RIGHT_SHIN)
                      .getAsInt();
          for (WorldPose w : new WorldPose[] {t, b, a})
            line.append(String.format(" %.4f", dd(w, u, j) / (dd(w, u, k) + dd(w, k, j))));
        }
        int h = truth.body().joint(Role.HIPS).orElse(0);
        line.append(
            String.format(
                " hips %.0f %.0f %.0f",
                1e3 * (a.x(h) - b.x(h)), 1e3 * (a.y(h) - b.y(h)), 1e3 * (a.z(h) - b.z(h))));
        System.out.println(line);
      }
    }
  }

  static double d(WorldPose a, WorldPose b, int j) {
    return Math.sqrt(
        sq(a.x(j) - a.x(0) - b.x(j) + b.x(0))
            + sq(a.y(j) - a.y(0) - b.y(j) + b.y(0))
            + sq(a.z(j) - a.z(0) - b.z(j) + b.z(0)));
  }

  static double dd(WorldPose w, int i, int j) {
    return Math.sqrt(sq(w.x(i) - w.x(j)) + sq(w.y(i) - w.y(j)) + sq(w.z(i) - w.z(j)));
  }

  static double sq(double v) {
    return v * v;
  }

  static double pitch(Sole s, WorldPose p) {
    double[] v = {0, 0, 1};
    Quats.rotate(p.rotations(), 4 * s.foot(), v, 0, v, 0);
    return Math.toDegrees(Math.asin(-v[1]));
  }
}
