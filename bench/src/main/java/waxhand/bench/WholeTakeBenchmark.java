package waxhand.bench;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Warmup;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.passes.signal.SmoothMethod;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhReader;
import waxhand.formats.bvh.BvhWriter;

/** Work on all of a long take. */
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
public class WholeTakeBenchmark {
  private static final Plate SMOOTH = Plate.of("s", SmoothPass.lowPass(6, 2));

  /** The floor: only the numbers of the file, on one thread, added up. */
  @Benchmark
  public double scanNumbers(LongTake take) {
    byte[] b = take.file;
    int i =
        new String(b, 0, 20_000, java.nio.charset.StandardCharsets.US_ASCII).indexOf("Frame Time");
    while (b[i] != '\n') {
      i++;
    }
    double sum = 0;
    while (i < b.length) {
      while (i < b.length && b[i] <= ' ') {
        i++;
      }
      int start = i;
      while (i < b.length && b[i] > ' ') {
        i++;
      }
      if (i > start) {
        sum += JavaDoubleParser.parseDouble(b, start, i - start);
      }
    }
    return sum;
  }

  @Benchmark
  public RawTake open(LongTake take) throws FormatException {
    return BvhReader.read("t.bvh", take.file, Reading.GUESS, Work.UNWATCHED);
  }

  @Benchmark
  public Survey survey(LongTake take) {
    return new Surveyor().survey(take.raw, Work.UNWATCHED);
  }

  @Benchmark
  public Motion adaptive(LongTake take) {
    return Plate.of("a", SmoothPass.KIND.defaults())
        .apply(take.raw, take.raw.clip().allFrames(), Work.UNWATCHED);
  }

  /** Contacts searched and everything planted. */
  @Benchmark
  public Motion plants(LongTake take) {
    return Plate.of("p", PlantsPass.KIND.defaults())
        .apply(take.raw, take.raw.clip().allFrames(), Work.UNWATCHED);
  }

  /** Few keys for all of it, contacts searched and held. */
  @Benchmark
  public Motion thin(LongTake take) {
    return Plate.of("t", ThinPass.KIND.defaults())
        .apply(take.raw, take.raw.clip().allFrames(), Work.UNWATCHED);
  }

  @Benchmark
  public byte[] write(LongTake take) {
    return BvhWriter.write(take.raw.clip(), Unit.CM, Up.Y);
  }

  @Benchmark
  public Motion lowPass(LongTake take) {
    return SMOOTH.apply(take.raw, take.raw.clip().allFrames(), Work.UNWATCHED);
  }

  @Benchmark
  public Prepared suggestCutoff(LongTake take) {
    return SmoothPass.KIND
        .defaults()
        .withMethod(SmoothMethod.LOW_PASS)
        .prepared(take.raw, Place.ALL);
  }
}
