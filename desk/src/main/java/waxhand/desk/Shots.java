package waxhand.desk;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.animation.PauseTransition;
import javafx.scene.Scene;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.util.Duration;
import javax.imageio.ImageIO;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.survey.FindingKind;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Selection;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Theme;
import waxhand.desk.viewport.Aspect;
import waxhand.desk.viewport.Viewport;
import waxhand.formats.disk.AtomicFile;

/** Pictures of the window, taken when it has been drawn in full. */
final class Shots {
  /** A picture to take: its name, what to do before, and what to make of the window's picture. */
  private record Shot(String name, Runnable before, UnaryOperator<BufferedImage> made) {
    Shot(String name, Runnable before) {
      this(name, before, UnaryOperator.identity());
    }
  }

  private final Bench bench;
  private final Scene scene;

  Shots(Bench bench, Scene scene) {
    this.bench = bench;
    this.scene = scene;
  }

  /** One picture of a frame, or of where these commands lead. */
  void one(Path file, int frame, List<String> commands, Consumer<Optional<IOException>> then) {
    bench.session().seek(frame);
    whenDrawn(() -> after(commands, () -> then.accept(write(file, UnaryOperator.identity()))));
  }

  private void after(List<String> commands, Runnable then) {
    if (commands.isEmpty()) {
      then.run();
      return;
    }
    bench.commands().get(commands.get(0)).run();
    whenDrawn(() -> after(commands.subList(1, commands.size()), then));
  }

  /** Takes the pictures of docs/screenshots. */
  void all(Path folder, Consumer<Optional<IOException>> then) {
    Session session = bench.session();
    session.reset(Demo.project(), Optional.empty());
    Deque<Shot> shots = new ArrayDeque<>();
    shots.add(new Shot("bench", () -> session.seek(395)));
    shots.add(
        new Shot(
            "bench",
            () -> {
              bench.commands().get("first-pass").run();
              BitSet arm = new BitSet();
              var body = session.takeProperty().get().orElseThrow().raw().motion().body();
              body.joint(Role.LEFT_FOREARM).ifPresent(arm::set);
              session.select(arm);
              session.editPlate(
                  "span",
                  null,
                  session.chain().plates().get(0).id(),
                  p -> p.withSpan(new Span(240, 1200, 60, 90)));
            }));
    shots.add(
        new Shot(
            "findings",
            () -> {
              session.reset(Demo.project(), Optional.empty());
              bench.commands().get("first-pass").run();
            }));
    // the worklist is there once the first pass has been surveyed
    shots.add(new Shot("findings", () -> bench.commands().get("next-finding").run()));
    shots.add(
        new Shot(
            "curves",
            () -> {
              bench.commands().get("curves").run();
              bench.worklist().kindProperty().set(Optional.of(FindingKind.POP));
              bench.commands().get("next-finding").run();
            }));
    shots.add(
        new Shot(
            "side-by-side",
            () -> {
              bench.commands().get("curves").run();
              bench.worklist().kindProperty().set(Optional.empty());
              bench.commands().get("side-by-side").run();
              session.select(new BitSet());
              session.seek(800);
              bench.viewport().frameParts();
            }));
    shots.add(
        new Shot(
            "compare",
            () -> {
              bench.commands().get("side-by-side").run();
              session.select(new BitSet());
              session.choose("take-2");
              bench.commands().get("first-pass").run();
              session.flagBProperty().set(Flag.RESULT);
              bench.viewport().setWax(Viewport.Wax.CLEAR);
              session.plateIdProperty().set(Optional.of(session.chain().plates().get(1).id()));
              bench.viewport().look(Aspect.SIDE);
              session.seek(330);
            }));
    shots.add(
        new Shot(
            "four-views",
            () -> {
              session.choose("take-3");
              bench.viewport().setWax(Viewport.Wax.SOLID);
              bench.commands().get("first-pass").run();
              bench.viewport().look(Aspect.PERSPECTIVE);
              bench.commands().get("four-views").run();
              session.seek(650);
            }));
    shots.add(
        new Shot(
            "contacts",
            () -> {
              bench.viewport().look(Aspect.PERSPECTIVE);
              session.choose("take-1");
              session.editChain("none", null, c -> Chain.EMPTY);
              bench.commands().get("first-pass").run();
              session.seek(430);
            }));
    shots.add(
        new Shot(
            "contacts",
            () -> {
              bench.commands().get("magnifier").run();
              bench.commands().get("next-contact").run();
              session.seek(session.frameProperty().get() + 20);
            }));
    shots.add(
        new Shot(
            "limb-goal",
            () -> {
              bench.commands().get("magnifier").run();
              bench.contacts().selectedProperty().set(List.of());
              session.choose("take-2");
              bench.commands().get("first-pass").run();
              session.seek(400);
            }));
    shots.add(
        new Shot(
            "limb-goal",
            () -> {
              bench.commands().get("add-limb-goal").run();
              session.editPlate(
                  "reach",
                  null,
                  session.plateIdProperty().get().orElseThrow(),
                  p -> p.withPass(((LimbGoalPass) p.pass()).withMove(new Triple(0.12, 0.25, 0.1))));
            }));
    shots.add(
        new Shot(
            "props",
            () -> {
              bench.commands().get("delete-plate").run();
              session.choose("take-5");
              bench.commands().get("first-pass").run();
              session.seek(640);
            }));
    shots.add(
        new Shot(
            "props",
            () -> {
              bench.commands().get("next-contact").run();
              bench.contacts().stateProperty().get().plants().stream()
                  .filter(p -> p.part().isHand())
                  .findFirst()
                  .ifPresent(p -> bench.contacts().choose(List.of(p)));
              session.seek(640);
            }));
    shots.add(
        new Shot(
            "posing",
            () -> {
              bench.contacts().selectedProperty().set(List.of());
              session.choose("take-1");
              session.editChain("none", null, c -> Chain.EMPTY);
              bench.commands().get("first-pass").run();
              session.seek(612);
            }));
    shots.add(new Shot("posing", this::pose));
    shots.add(new Shot("keys", this::path));
    shots.add(
        new Shot(
            "keys",
            () -> {
              bench.commands().get("curves").run();
              session.zoomTime(0.25, 420);
            }));
    shots.add(new Shot("poses", this::poses));
    shots.add(
        new Shot(
            "thinning",
            () -> {
              ((ToggleButton) scene.lookup("#tab-findings")).fire();
              session.choose("take-1");
              session
                  .plateIdProperty()
                  .set(Optional.of(session.chain().plates().get(session.chain().size() - 1).id()));
              bench.commands().get("delete-plate").run();
              bench.viewport().look(Aspect.PERSPECTIVE);
              bench.viewport().active().requestFocus();
              bench.commands().get("add-thin").run();
              // so high the panel shows its plots
              bench.commands().get("fold-time").run();
              bench.viewport().frameParts();
            }));
    // the keys are found once the chain has been worked out
    for (int n = 0; n < 3; n++) {
      shots.add(new Shot("thinning", () -> session.seek(640)));
    }
    shots.add(
        new Shot(
            "lampblack",
            () -> {
              bench.commands().get("fold-time").run();
              bench.viewport().look(Aspect.PERSPECTIVE);
              bench.setTheme(Theme.LAMPBLACK);
              session.choose("take-2");
              session.seek(300);
            }));
    // a theme comes a room at a time
    shots.add(new Shot("characters", () -> bench.setTheme(Theme.TALLOW)));
    shots.addAll(characters());
    shots.add(new Shot("hand-on", () -> bench.commands().get("hand-on").run()));
    shots.add(new Shot("palette", () -> bench.commands().get("add-pass").run()));
    shots.addAll(skeletons());
    next(shots, folder, then);
  }

  /** A crate lifted by the stoker, and how the take's parts and the stoker's answer each other. */
  private List<Shot> characters() {
    Session session = bench.session();
    return List.of(
        new Shot(
            "characters",
            () -> {
              session.editChain("none", null, c -> Chain.EMPTY);
              bench.commands().get("first-pass").run();
              ((ToggleButton) scene.lookup("#tab-characters")).fire();
              bench.commands().get("retarget-take").run();
            }),
        new Shot(
            "characters",
            () -> {
              session.seek(330);
              bench.viewport().frameParts();
            }),
        // so high the panel shows the map
        new Shot("map", () -> bench.commands().get("fold-time").run()),
        new Shot(
            "map",
            () -> {
              @SuppressWarnings("unchecked")
              ComboBox<String> part = (ComboBox<String>) scene.lookup("#map-part");
              bench.viewport().frameParts();
              part.setValue(Role.LEFT_UPPER_ARM.words());
            }),
        new Shot(
            "hand-on",
            () -> {
              session.selectionProperty().set(Selection.NONE);
              bench.commands().get("fold-time").run();
            }));
  }

  /** An arm that is raised, and a head that looks aside, held about the playhead. */
  private void pose() {
    Session session = bench.session();
    bench.commands().get("add-layer").run();
    LayerPass layer = LayerPass.KIND.defaults();
    double[][] turns = {{0.1, 0.1, 0.75}, {0, 0.5, 0.05}};
    Role[] parts = {Role.LEFT_UPPER_ARM, Role.HEAD};
    for (int n = 0; n < parts.length; n++) {
      layer =
          LayerEdit.set(
              layer,
              PartName.of(parts[n]),
              Channel.Of.TURN,
              612 + 90.0 * n,
              turns[n],
              new LayerEdit.Hold.Near(60));
    }
    LayerPass posed = layer;
    session.editPlate(
        "pose", null, session.plateIdProperty().get().orElseThrow(), p -> p.withPass(posed));
    BitSet arm = new BitSet();
    var body = session.takeProperty().get().orElseThrow().raw().motion().body();
    body.joint(Role.LEFT_UPPER_ARM).ifPresent(arm::set);
    session.select(arm);
    bench.viewport().look(Aspect.PERSPECTIVE);
    bench.viewport().frameParts();
  }

  /** The path of a foot that is lifted over something, with three keys. */
  private void path() {
    Session session = bench.session();
    LayerPass lifted =
        LayerEdit.set(
            LayerPass.KIND.defaults(),
            PartName.of(Role.RIGHT_FOOT),
            Channel.Of.GOAL,
            418,
            new double[] {0, 0.16, 0.02},
            new LayerEdit.Hold.Near(38, 36));
    session.editPlate(
        "lift", null, session.plateIdProperty().get().orElseThrow(), p -> p.withPass(lifted));
    BitSet foot = new BitSet();
    var body = session.takeProperty().get().orElseThrow().raw().motion().body();
    body.joint(Role.RIGHT_FOOT).ifPresent(foot::set);
    session.select(foot);
    session.seek(418);
    bench.commands().get("show-path").run();
    bench.viewport().look(Aspect.SIDE);
    bench.viewport().frameParts();
  }

  /** A fist under the pointer, on hands that have fingers. */
  private void poses() {
    Session session = bench.session();
    bench.commands().get("show-path").run();
    // from the curves of the layer over the others to the lanes
    bench.commands().get("curves").run();
    bench.commands().get("curves").run();
    session.choose("take-4");
    session.seek(500);
    bench.viewport().look(Aspect.PERSPECTIVE);
    bench.viewport().frameParts();
    ((ToggleButton) scene.lookup("#tab-poses")).fire();
    bench.commands().get("add-layer").run();
    scene.lookup("#pose-fist").requestFocus();
  }

  /** The contact sheet, a skeleton at a time. */
  private List<Shot> skeletons() {
    Session session = bench.session();
    ContactSheet sheet = new ContactSheet();
    List<Shot> shots = new ArrayList<>();
    for (int n = 0; n < ContactSheet.CELLS; n++) {
      int cell = n;
      shots.add(
          new Shot(
              "skeletons",
              () -> {
                if (cell == 0) {
                  bench.commands().get("leave").run();
                  bench.commands().get("views-alone").run();
                  session.reset(sheet.project(), Optional.empty());
                }
                session.choose(session.projectProperty().get().takes().get(cell).id());
                session.seek(sheet.frame(cell));
                bench.viewport().look(Aspect.PERSPECTIVE);
                bench.viewport().frameParts();
              },
              window ->
                  sheet.with(
                      cell,
                      window,
                      bench.viewport().localToScene(bench.viewport().getBoundsInLocal()))));
    }
    return shots;
  }

  private void next(Deque<Shot> shots, Path folder, Consumer<Optional<IOException>> then) {
    if (shots.isEmpty()) {
      then.accept(Optional.empty());
      return;
    }
    Shot shot = shots.pop();
    shot.before().run();
    whenDrawn(
        () -> {
          Optional<IOException> failure = write(folder.resolve(shot.name() + ".png"), shot.made());
          if (failure.isPresent()) {
            then.accept(failure);
          } else {
            next(shots, folder, then);
          }
        });
  }

  /** Waits until the chain has been worked out and the window has been drawn with it. */
  private void whenDrawn(Runnable then) {
    PauseTransition wait = new PauseTransition(Duration.millis(500));
    boolean[] settled = new boolean[1];
    wait.setOnFinished(
        e -> {
          boolean ready =
              bench.session().takeProperty().get().isEmpty()
                  || bench
                          .sketch()
                          .map(s -> s.chain().equals(bench.session().chain()))
                          .orElse(false)
                      && bench.worklist().motion().equals(bench.session().motionAt(Flag.RESULT));
          if (ready && settled[0]) {
            then.run();
          } else {
            // one round more for what the panels work out from the result
            settled[0] = ready;
            wait.playFromStart();
          }
        });
    wait.play();
  }

  private Optional<IOException> write(Path file, UnaryOperator<BufferedImage> made) {
    WritableImage image = scene.snapshot(null);
    int w = (int) image.getWidth();
    int h = (int) image.getHeight();
    BufferedImage copy = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
    PixelReader pixels = image.getPixelReader();
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        copy.setRGB(x, y, pixels.getArgb(x, y));
      }
    }
    try {
      ByteArrayOutputStream png = new ByteArrayOutputStream();
      ImageIO.write(made.apply(copy), "png", png);
      AtomicFile.write(file, out -> png.writeTo(out));
      return Optional.empty();
    } catch (IOException e) {
      return Optional.of(e);
    }
  }
}
