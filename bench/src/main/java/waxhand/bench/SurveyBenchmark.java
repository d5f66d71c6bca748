package waxhand.bench;

import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Warmup;
import waxhand.core.passes.Work;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;

/** The survey of a long take. */
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
public class SurveyBenchmark {
  @Benchmark
  public Survey survey(LongTake take) {
    return new Surveyor().survey(take.raw, Work.UNWATCHED);
  }
}
