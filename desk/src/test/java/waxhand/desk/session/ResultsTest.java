package waxhand.desk.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.desk.notice.Jobs;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** Results follow the edits of a session. */
class ResultsTest {
  private static final Motion TAKE =
      Motion.of(
          Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 20, 60, 3, 1.78, false, Map.of()))
              .truth());

  private final AtomicReference<Throwable> failure = new AtomicReference<>();
  private final List<Stages> seen = new ArrayList<>();
  private Session session;
  private Results results;

  @BeforeAll
  static void window() throws Exception {
    FxToolkit.registerPrimaryStage();
  }

  @BeforeEach
  void aTakeOnTheBench() throws Exception {
    fx(
        () -> {
          session = new Session();
          results = new Results(session, new Jobs((what, cause) -> failure.set(cause)));
          session.stagesProperty().addListener((o, a, b) -> b.ifPresent(seen::add));
          RawTake raw = new RawTake("t.bvh", new byte[0], TAKE, Map.of(), List.of());
          session.reset(Project.empty("results").added("t", raw), Optional.empty());
          Chain chain = Chain.of(layer(0), Plate.of("smooth", SmoothPass.KIND.defaults()));
          session.editChain("begin", null, c -> chain);
          return null;
        });
    until(() -> shown(true));
  }

  @AfterEach
  void close() {
    results.close();
    assertThat(failure).hasValue(null);
  }

  private static Plate layer(double rad) {
    return Plate.of(
        "layer",
        LayerEdit.set(
            LayerPass.KIND.defaults(),
            PartName.of(Role.LEFT_FOREARM),
            Channel.Of.TURN,
            30,
            new double[] {rad, 0, 0},
            new LayerEdit.Hold.Near(10)));
  }

  private static <T> T fx(Callable<T> action) throws Exception {
    return WaitForAsyncUtils.asyncFx(action).get(20, TimeUnit.SECONDS);
  }

  private static void until(Callable<Boolean> condition) throws Exception {
    WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> fx(condition));
  }

  private boolean shown(boolean whole) {
    return session
        .stagesProperty()
        .get()
        .filter(s -> s.chain().equals(session.chain()) && (s.whole() || !whole))
        .isPresent();
  }

  private boolean drag(double rad) {
    session.editPlate("drag", "drag", "layer", p -> layer(rad));
    return shown(false);
  }

  private void assertRight(Stages stages) {
    Motion fresh = new Evaluator(TAKE).evaluate(stages.chain(), Work.UNWATCHED).result();
    for (int j = 0; j < TAKE.body().skeleton().size(); j++) {
      for (int f = 0; f < TAKE.clip().frames(); f++) {
        assertThat(stages.result().clip().rotation(j).sameAt(f, fresh.clip().rotation(j)))
            .as("joint %d frame %d", j, f)
            .isTrue();
      }
    }
  }

  /** A hand that drags has its pose with the edit, and is not shown the edit without it first. */
  @Test
  void aPoseThatIsThereSoonIsThereWhenAnEditReturns() throws Exception {
    int there = 0;
    // a busy machine may be too late for any one, not for all
    for (int n = 1; n <= 100 && there < 3; n++) {
      double rad = 0.01 * n;
      there += fx(() -> drag(rad)) ? 1 : 0;
      until(() -> shown(true));
    }
    assertThat(there).isEqualTo(3);
    // what is there of all of the take is not shown to be there of some of it only, or twice
    WaitForAsyncUtils.waitForFxEvents();
    for (int n = 1; n < seen.size(); n++) {
      if (seen.get(n).chain().equals(seen.get(n - 1).chain())) {
        assertThat(seen.get(n - 1).whole()).as("shown before %d", n).isFalse();
      }
    }
    assertRight(session.stagesProperty().get().orElseThrow());
    boolean undone =
        fx(
            () -> {
              session.undo();
              return session.chain().plates().contains(layer(0));
            });
    assertThat(undone).isTrue();
    until(() -> shown(true));
    assertRight(session.stagesProperty().get().orElseThrow());
  }

  @Test
  void ofManyEditsTheLastCounts() throws Exception {
    fx(
        () -> {
          for (int n = 1; n <= 40; n++) {
            drag(0.01 * n);
          }
          return null;
        });
    until(() -> shown(true));
    assertThat(session.chain().plates().get(0)).isEqualTo(layer(0.4));
    assertRight(session.stagesProperty().get().orElseThrow());
    until(
        () ->
            results
                .sketchProperty()
                .get()
                .filter(s -> s.chain().equals(session.chain()))
                .isPresent());
    Results.Sketch sketch = results.sketchProperty().get().orElseThrow();
    assertThat(sketch.effects()).hasSize(2).allMatch(m -> m > 0);
    assertThat(sketch.most()).isPositive();
  }
}
