package waxhand.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Strikes;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.actor.Score;

/** How much nearer to the truth the first pass brings takes that were not used for tuning. */
public final class QualityReport {
  private static final double[] CUTOFFS = {2, 2.5, 3, 3.5, 4, 4.5, 5, 6, 7, 8, 10, 12};
  private static final String POSE = "pose";

  private QualityReport() {}

  public static void main(String[] args) {
    for (Family family : Family.values()) {
      System.out.println(family + " " + Family.Seeds.UNTOUCHED);
      Map<String, List<Map<String, Double>>> ratios = new LinkedHashMap<>();
      int times = family == Family.DECKHAND ? 4 : 1;
      String worst = "";
      double most = 0;
      int worse = 0;
      for (Family.Sample sample : family.takes(Family.Seeds.UNTOUCHED, family.damage(), times)) {
        Map<String, Double> own = ratios(sample.made().get());
        ratios.computeIfAbsent(sample.scene(), g -> new ArrayList<>()).add(own);
        worse += own.get(POSE) > 1 ? 1 : 0;
        if (own.get(POSE) > most) {
          most = own.get(POSE);
          worst = sample.name();
        }
      }
      ratios.forEach(Figures::print);
      Figures.print("all", ratios.values().stream().flatMap(List::stream).toList());
      System.out.printf(
          Locale.ROOT, "worst pose: %.3f in %s; worse than raw: %d%n", most, worst, worse);
    }
  }

  private static Map<String, Double> ratios(Rehearsal take) {
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Motion clean = new Evaluator(raw).evaluate(Recipe.firstPass().chain(), Work.UNWATCHED).result();
    Comparison before = Comparison.of(truth, raw, take.contacts());
    Comparison after = Comparison.of(truth, clean, take.contacts());
    double best = Double.POSITIVE_INFINITY;
    for (double hz : CUTOFFS) {
      if (hz < take.raw().rateHz() / 2) {
        Motion tried =
            Plate.of("s", SmoothPass.lowPass(hz, 2))
                .apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
        best = Math.min(best, Comparison.of(truth, tried, List.of()).poseRmsMm());
      }
    }
    double[] errors = fastErrors(truth, raw, clean);
    Map<String, Double> ratios = new LinkedHashMap<>();
    ratios.put(POSE, after.poseRmsMm() / before.poseRmsMm());
    ratios.put("pose to best single filter", after.poseRmsMm() / best);
    ratios.put("pose where fastest", errors[1] / errors[0]);
    ratios.put("position", after.positionRmsMm() / before.positionRmsMm());
    ratios.put("slide", after.slideMmPerFrame() / before.slideMmPerFrame());
    double strikes = strikes(take.events(), truth, clean);
    if (!Double.isNaN(strikes)) {
      ratios.put("strike peak", strikes);
    }
    ratios.put("strike peak through 8 Hz", Strikes.kept(truth, clean));
    return ratios;
  }

  /** Pose error of raw and clean, metres, in the twentieth of frames where the truth moves most. */
  private static double[] fastErrors(Motion truth, Motion raw, Motion clean) {
    int frames = truth.clip().frames();
    int joints = truth.clip().skeleton().size();
    double[] speed = new double[frames];
    double[] rawError = new double[frames];
    double[] cleanError = new double[frames];
    WorldPose t = new WorldPose(truth.clip().skeleton());
    WorldPose r = new WorldPose(raw.clip().skeleton());
    WorldPose c = new WorldPose(clean.clip().skeleton());
    double[] last = new double[3 * joints];
    for (int f = 0; f < frames; f++) {
      t.solve(truth.clip(), f);
      r.solve(raw.clip(), f);
      c.solve(clean.clip(), f);
      for (int i = 0; i < 3 * joints; i++) {
        double here = t.positions()[i] - t.positions()[i % 3];
        double step = f == 0 ? 0 : here - last[i];
        double dr = r.positions()[i] - r.positions()[i % 3] - here;
        double dc = c.positions()[i] - c.positions()[i % 3] - here;
        speed[f] += step * step;
        rawError[f] += dr * dr;
        cleanError[f] += dc * dc;
        last[i] = here;
      }
    }
    double[] sorted = speed.clone();
    Arrays.sort(sorted);
    double fast = sorted[(int) (0.95 * frames)];
    double[] sums = new double[2];
    for (int f = 0; f < frames; f++) {
      if (speed[f] >= fast) {
        sums[0] += rawError[f];
        sums[1] += cleanError[f];
      }
    }
    return new double[] {Math.sqrt(sums[0]), Math.sqrt(sums[1])};
  }

  /** Middle ratio of the feet's peak acceleration at strikes, clean to true. */
  private static double strikes(List<Score.Event> events, Motion truth, Motion clean) {
    List<Double> ratios = new ArrayList<>();
    for (Score.Event event : events) {
      if (event.kind().equals("strike")) {
        Role foot = event.part().startsWith("left") ? Role.LEFT_FOOT : Role.RIGHT_FOOT;
        int joint = truth.body().joint(foot).orElseThrow();
        double is = peak(clean, joint, event.time());
        double should = peak(truth, joint, event.time());
        if (should > 0) {
          ratios.add(is / should);
        }
      }
    }
    ratios.sort(null);
    return ratios.isEmpty() ? Double.NaN : ratios.get(ratios.size() / 2);
  }

  /** Largest acceleration within 50 ms, from places a thirtieth of a second apart; m/s². */
  private static double peak(Motion motion, int joint, double time) {
    double rate = motion.clip().rateHz();
    int step = (int) Math.max(1, Math.round(rate / 30));
    int at = (int) Math.round(time * rate);
    int near = (int) Math.round(0.05 * rate);
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double most = 0;
    for (int f = at - near; f <= at + near; f++) {
      if (f - step < 0 || f + step >= motion.clip().frames()) {
        continue;
      }
      double[] sum = new double[3];
      for (int k = -1; k <= 1; k++) {
        pose.solve(motion.clip(), f + k * step);
        for (int i = 0; i < 3; i++) {
          sum[i] += (k == 0 ? -2 : 1) * pose.positions()[3 * joint + i];
        }
      }
      double size = Math.sqrt(sum[0] * sum[0] + sum[1] * sum[1] + sum[2] * sum[2]);
      most = Math.max(most, size * rate * rate / (step * step));
    }
    return most;
  }
}
