package waxhand.bench;

import java.util.*;
import waxhand.core.chain.*;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.*;
import waxhand.core.passes.ground.*;
import waxhand.core.plants.*;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.*;

public final class Dbg2 {
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
      Planted p = (Planted) plants.pass().prepared(before, plants.place());
      int lo = Integer.parseInt(args[2]), hi = Integer.parseInt(args[3]);
      for (Footing f : p.plan().footings())
        if (f.frames().meets(new Frames(lo, hi))) {
          System.out.println(
              f.side()
                  + " "
                  + f.frames()
                  + " anchor "
                  + f.anchor()
                  + String.format(" %.3f %.3f %.3f", f.x(), f.y(), f.z()));
          for (Plant q : f.plants())
            System.out.println(
                "   " + q.part() + " " + q.frames() + " ease " + q.easeIn() + " " + q.easeOut());
          for (Footing.Segment g : f.segments())
            System.out.println(
                "   seg "
                    + g.frames()
                    + " flat "
                    + g.flat()
                    + " "
                    + Math.toDegrees(g.headingRad()));
        }
      for (SpotHold h : p.spots())
        if (h.plant().frames().meets(new Frames(lo, hi))) System.out.println(h);
      Frames run = new Frames(lo, hi);
      int side = 0;
      for (var sole : truth.body().soles()) {
        double[] shift = new double[3 * run.count()],
            turn = new double[4 * run.count()],
            tip = new double[4 * run.count()],
            w = new double[run.count()];
        new FootCorrector(before.clip(), sole, p.plan(), p.ground().floor(), 0)
            .correct(run, shift, turn, tip, w);
        for (int n = 0; n < run.count(); n += args.length > 4 ? Integer.parseInt(args[4]) : 1)
          System.out.printf(
              "%s %d w %.2f shift %.1f %.1f %.1f turn %.1f tip %.1f carry %.1f %.1f %.1f%n",
              sole.side(),
              lo + n,
              w[n],
              1e3 * shift[3 * n],
              1e3 * shift[3 * n + 1],
              1e3 * shift[3 * n + 2],
              Math.toDegrees(2 * Math.acos(Math.min(1, Math.abs(turn[4 * n + 3])))),
              Math.toDegrees(2 * Math.acos(Math.min(1, Math.abs(tip[4 * n + 3])))),
              1e3 * p.plan().carry().at(lo + n, 0),
              1e3 * p.plan().carry().at(lo + n, 1),
              1e3 * p.plan().carry().at(lo + n, 2));
      }
    }
  }
}
