package waxhand.bench;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Clip;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damage.Fault;

/** How many wild runs Despike mends, by their length, and how much it changes that is none. */
public final class SpikeReport {
  private SpikeReport() {}

  public static void main(String[] args) {
    for (Family family : Family.values()) {
      for (Family.Seeds seeds : Family.Seeds.values()) {
        Map<String, Double> damage = new LinkedHashMap<>();
        damage.put("jitter", 1.0);
        damage.put("wild", 4.0);
        Map<String, int[]> counts = new TreeMap<>();
        int false1 = 0;
        int hits = 0;
        int onTruth = 0;
        double seconds = 0;
        for (Family.Sample sample : family.takes(seeds, damage)) {
          Rehearsal take = sample.made().get();
          Clip raw = take.raw();
          Clip mended = mended(raw);
          boolean[][] wild = new boolean[raw.skeleton().size()][raw.frames()];
          for (Fault fault : take.faults()) {
            if (fault.kind().equals("spike")) {
              int j = raw.skeleton().indexOf(fault.part());
              int changed = 0;
              for (int f = fault.frames().from(); f < fault.frames().to(); f++) {
                wild[j][f] = true;
                changed += changed(raw, mended, j, f) ? 1 : 0;
              }
              int length = fault.frames().count();
              String key = String.format(Locale.ROOT, "%3.0f Hz x%d", raw.rateHz(), length);
              int[] c = counts.computeIfAbsent(key, k -> new int[2]);
              c[0]++;
              c[1] += changed == length ? 1 : 0;
            }
          }
          for (int j = 0; j < wild.length; j++) {
            for (int f = 0; f < raw.frames(); f++) {
              if (changed(raw, mended, j, f)) {
                hits += wild[j][f] ? 1 : 0;
                boolean near = wild[j][f];
                for (int k = Math.max(0, f - 1); k <= Math.min(raw.frames() - 1, f + 1); k++) {
                  near |= wild[j][k];
                }
                false1 += near ? 0 : 1;
                if (!near && args.length > 0) {
                  System.out.println(
                      sample.name() + " " + raw.skeleton().joint(j).name() + " " + f);
                }
              }
            }
          }
          onTruth += changes(take.truth());
          seconds += raw.seconds();
        }
        int all = counts.values().stream().mapToInt(c -> c[0]).sum();
        int right = counts.values().stream().mapToInt(c -> c[1]).sum();
        System.out.printf(
            Locale.ROOT,
            "%s %s: %d runs, recall %.3f, precision (frames) %.3f; on the truth %d frames in %.0f s%n",
            family,
            seeds,
            all,
            right / (double) all,
            hits / (double) Math.max(1, hits + false1),
            onTruth,
            seconds);
        counts.forEach((k, c) -> System.out.printf("  %s: %d of %d%n", k, c[1], c[0]));
      }
    }
  }

  private static Clip mended(Clip clip) {
    return Plate.of("d", DespikePass.KIND.defaults())
        .apply(Motion.of(clip), clip.allFrames(), Work.UNWATCHED)
        .clip();
  }

  private static int changes(Clip truth) {
    Clip mended = mended(truth);
    int changes = 0;
    for (int j = 0; j < truth.skeleton().size(); j++) {
      for (int f = 0; f < truth.frames(); f++) {
        changes += changed(truth, mended, j, f) ? 1 : 0;
      }
    }
    return changes;
  }

  private static boolean changed(Clip a, Clip b, int j, int f) {
    boolean moved = a.hasTranslation(j) && !a.translation(j).sameAt(f, b.translation(j));
    return moved || !a.rotation(j).sameAt(f, b.rotation(j));
  }
}
