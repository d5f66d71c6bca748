package waxhand.bench;

import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import waxhand.core.character.Skin;
import waxhand.core.character.Skinning;

/** A frame of a skin of 20 000 points, of eight joints each: all of the work but the drawing. */
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
@State(Scope.Benchmark)
public class SkinBenchmark {
  private static final int POINTS = 20_000;
  private static final int JOINTS = 60;

  private final float[] points = new float[3 * POINTS];
  private final float[] normals = new float[points.length];
  private final float[] bent = new float[points.length];
  private final float[] turned = new float[points.length];
  private final int[] carriers = new int[Skin.MOST_JOINTS * POINTS];
  private final float[] shares = new float[carriers.length];
  private final double[] moves = new double[12 * JOINTS];

  @Setup(Level.Trial)
  public void prepare() {
    for (int n = 0; n < points.length; n++) {
      points[n] = (float) Math.sin(n);
      normals[n] = (float) Math.cos(n);
    }
    for (int n = 0; n < carriers.length; n++) {
      carriers[n] = (n / 300 + n % Skin.MOST_JOINTS) % JOINTS;
      shares[n] = 1f / Skin.MOST_JOINTS;
    }
    for (int n = 0; n < moves.length; n++) {
      moves[n] = Math.sin(0.7 * n);
    }
  }

  @Benchmark
  @BenchmarkMode(Mode.AverageTime)
  @OutputTimeUnit(TimeUnit.MILLISECONDS)
  public float[] skinOf20000Points() {
    Skinning.bend(POINTS, points, normals, carriers, shares, moves, bent, turned);
    return bent;
  }
}
