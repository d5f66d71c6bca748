package waxhand.desk.bench;

import java.io.File;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import waxhand.core.chain.Stage;
import waxhand.core.survey.Finding;
import waxhand.desk.command.Commands;
import waxhand.desk.curves.CurvesRoom;
import waxhand.desk.findings.FindingsPanel;
import waxhand.desk.findings.Worklist;
import waxhand.desk.handoff.HandoffSheet;
import waxhand.desk.kits.ChosenMarks;
import waxhand.desk.kits.Kits;
import waxhand.desk.kits.characters.CharacterActions;
import waxhand.desk.kits.characters.CharacterTool;
import waxhand.desk.kits.characters.CharactersRoom;
import waxhand.desk.kits.characters.Maps;
import waxhand.desk.kits.contacts.ContactActions;
import waxhand.desk.kits.contacts.ContactLanes;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.kits.contacts.Prints;
import waxhand.desk.kits.layers.DrawAnew;
import waxhand.desk.kits.layers.KeyCurvesRoom;
import waxhand.desk.kits.layers.KeyLanes;
import waxhand.desk.kits.layers.LayerActions;
import waxhand.desk.kits.layers.LayerTool;
import waxhand.desk.kits.layers.PlaceActions;
import waxhand.desk.kits.layers.PullOut;
import waxhand.desk.kits.layers.ShiftDrag;
import waxhand.desk.kits.path.PathActions;
import waxhand.desk.kits.path.PathMarks;
import waxhand.desk.kits.path.PathTool;
import waxhand.desk.kits.poses.PosesRoom;
import waxhand.desk.notice.Jobs;
import waxhand.desk.notice.Notices;
import waxhand.desk.panels.PassPanel;
import waxhand.desk.rail.Rail;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Player;
import waxhand.desk.session.Results;
import waxhand.desk.session.Session;
import waxhand.desk.session.Surveys;
import waxhand.desk.shelf.BodyMap;
import waxhand.desk.shelf.Casting;
import waxhand.desk.shelf.NotesPanel;
import waxhand.desk.shelf.PartsRoom;
import waxhand.desk.shelf.Shelf;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Theme;
import waxhand.desk.timeline.Lanes;
import waxhand.desk.timeline.Transport;
import waxhand.desk.viewport.Viewport;

/**
 * The main window: rail above, shelf at the left, views in the middle, pass at the right, time
 * below.
 */
public final class Bench extends StackPane {
  private final Session session = new Session();
  private final Memory memory = new Memory();
  private Runnable atEnd = () -> {};
  private final Notices notices = new Notices();
  private final Jobs jobs = new Jobs(notices::fail);
  private final Results results = new Results(session, jobs);
  private final Surveys surveys = new Surveys(session, jobs);
  private final Worklist worklist = new Worklist(session, surveys);
  private final Contacts contacts = new Contacts(session);
  private final LayerTool layers = new LayerTool(session);
  private final PathTool path = new PathTool(session);
  private final Palette palette = new Palette();
  private final Commands commands = new Commands(memory.keys());
  private final Maps maps = new Maps(session, memory);
  private final CharacterTool characterTool = new CharacterTool(session, maps);
  private final FileWork files = new FileWork(session, jobs, notices, memory, characterTool);
  private final MapFiles mapFiles = new MapFiles(maps, memory, notices);
  private final PosesRoom poses;
  private final CharactersRoom characters;
  private final Viewport viewport;
  private final ContactLanes contactLanes;
  private final CurvesRoom curves;
  private final TimeRows time;
  private final PassPanel panel;
  private final BodyMap map;
  private final Sheets sheets = new Sheets();
  private final Finder finder;
  private final HandoffSheet handoff;
  private final PassPalette passPalette;
  private final Plan plan;
  private final Dress dress;
  private Scene scene;

  public Bench() {
    getStyleClass().add("wh-bench");
    getChildren().add(palette);
    Player.attach(session);
    session.onRefusal(notices::mention);
    poses = new PosesRoom(session, palette, memory.poses(), notices::mention);
    DrawAnew anew = new DrawAnew(session, worklist.chosenProperty());
    viewport =
        new Viewport(
            session,
            palette,
            memory,
            List.of(
                new Prints(session, contacts),
                new PathMarks(session, path),
                poses.preview(),
                new PullOut(session, worklist.chosenProperty(), anew),
                new ChosenMarks(session)),
            Kits::strokes,
            contacts::selectedSide);
    new ProjectActions(session, commands, files, memory, this).add();
    CharacterActions.add(
        commands,
        session,
        characterTool,
        maps,
        () -> files.chooseCharacters(getScene().getWindow()),
        () -> mapFiles.read(getScene().getWindow()),
        () -> mapFiles.write(getScene().getWindow()));
    characters = new CharactersRoom(session, palette, commands, characterTool);
    PassPalette.commands(commands, session, stage -> showPassPalette(stage));
    new FlagActions(session, commands).add();
    new PassActions(session, commands, contacts, layers).add();
    new ContactActions(session, commands, contacts).add();
    new LayerActions(session, commands, layers, notices::mention).add();
    anew.add(commands);
    new PlaceActions(session, commands, layers, notices::mention).add();
    new PathActions(session, commands, path, notices::mention).add();
    new Actions(session, commands).add();
    new ViewActions(session, commands, viewport, notices::mention).add();
    FindingActions.add(commands, worklist, session);
    worklist.onVisit(f -> viewport.frameParts());
    contactLanes = new ContactLanes(session, contacts, palette);
    panel = new PassPanel(session, contacts, palette, commands, Kits::picture);
    Head head = new Head(session, commands, files, memory);
    RailRow rail = new RailRow(new Rail(session, results, commands, Kits::wearsTheBrush), commands);
    map = new BodyMap(session, contacts, palette);
    Casting casting = files.casting();
    PartActions.add(commands, casting, session);
    Shelf shelf =
        new Shelf(
            session,
            new FindingsPanel(session, worklist, commands, palette),
            new PartsRoom(session, casting, commands, map),
            poses,
            characters,
            new NotesPanel(session));
    curves =
        new CurvesRoom(
            session,
            worklist.chosenProperty().map(f -> f.map(Finding::frames)),
            new ShiftDrag(session),
            palette);
    KeyLanes keyLanes = new KeyLanes(session, layers, palette);
    Lanes lanes = new Lanes(session, results, worklist, palette);
    time =
        new TimeRows(
            lanes,
            contactLanes,
            keyLanes,
            curves,
            new KeyCurvesRoom(session, layers, commands, palette));
    session.plateIdProperty().addListener((o, a, b) -> time.chosen());
    session.takeProperty().addListener((o, a, b) -> time.chosen());
    Transport transport = new Transport(session, commands);
    transport.getStyleClass().add("wh-time");
    plan = new Plan(memory, new VBox(head, rail), shelf, viewport, panel, transport, time);
    new PlanActions(commands, plan).add();
    commands.add(
        "Pass",
        "rename-plate",
        "Give the chosen plate another name",
        "",
        "F2",
        () -> session.plate().isPresent(),
        () -> {
          plan.open(Plan.Room.RIGHT);
          panel.rename();
        });
    finder = new Finder(commands, (id, key) -> memory.put("key." + id, key), f -> closeSheet());
    handoff = new HandoffSheet(session, jobs, notices, memory, s -> closeSheet());
    passPalette = new PassPalette(commands, this::closeSheet);
    sheets.keep(finder);
    sheets.keep(passPalette);
    sheets.keep(handoff);
    notices.watch(jobs);
    StackPane.setAlignment(notices, Pos.BOTTOM_RIGHT);
    notices
        .paddingProperty()
        .bind(
            Bindings.createObjectBinding(
                this::overTheViews,
                panel.widthProperty(),
                panel.visibleProperty(),
                heightProperty(),
                viewport.layoutYProperty(),
                viewport.heightProperty()));
    // a sheet lies over notices, which must not hide its buttons
    getChildren().addAll(plan, notices, sheets);
    dress =
        new Dress(
            memory,
            List.of(
                palette,
                viewport,
                panel,
                shelf,
                head,
                rail,
                transport,
                time,
                plan,
                notices,
                finder,
                passPalette,
                handoff));
    addEventHandler(KeyEvent.KEY_PRESSED, commands::handle);
    drops();
    session.projectProperty().addListener((o, a, b) -> title());
    session.fileProperty().addListener((o, a, b) -> title());
    palette.onChange(this::repaint);
  }

  /** Puts the bench into a scene. */
  public Scene scene(double width, double height) {
    scene = new Scene(this, width, height);
    Theme.prepare(scene);
    dress.begin();
    new KeyRules(scene, commands, sheets::isOpen, () -> viewport.active().requestFocus());
    title();
    return scene;
  }

  /** Puts the window that has the scene where it was left, and remembers where it is at the end. */
  public void place(javafx.stage.Stage stage) {
    WindowPlace place = new WindowPlace(memory, stage);
    place.restore();
    atEnd = place::keep;
  }

  /** Where notices lie: over the views, where they hide neither lanes nor settings. */
  private Insets overTheViews() {
    double right = panel.isVisible() ? panel.getWidth() : 0;
    double below = getHeight() - viewport.getLayoutY() - viewport.getHeight();
    return new Insets(0, right + 16, below + 16, 0);
  }

  private void title() {
    if (scene != null && scene.getWindow() instanceof javafx.stage.Stage stage) {
      stage.setTitle(
          (session.isDirty() ? "• " : "") + session.projectProperty().get().name() + " — Wax Hand");
    }
  }

  private void drops() {
    addEventHandler(
        DragEvent.DRAG_OVER,
        e -> {
          boolean character =
              e.getDragboard().hasContent(CharactersRoom.DRAGGED) && session.hasTake();
          if (e.getDragboard().hasFiles() || character) {
            e.acceptTransferModes(TransferMode.COPY);
            e.consume();
          }
        });
    addEventHandler(
        DragEvent.DRAG_DROPPED,
        e -> {
          if (e.getDragboard().hasContent(CharactersRoom.DRAGGED)) {
            characterTool.retarget((String) e.getDragboard().getContent(CharactersRoom.DRAGGED));
          } else {
            List<Path> paths = e.getDragboard().getFiles().stream().map(File::toPath).toList();
            files.openAny(paths);
          }
          e.setDropCompleted(true);
          e.consume();
        });
  }

  /** Shows curves in place of lanes, or lanes again. */
  void changeTime() {
    time.change();
    plan.work(time.work());
  }

  private void repaint() {
    viewport.repaint();
    time.repaint();
    map.draw();
    poses.redraw();
    characters.redraw();
    panel.repaint();
  }

  // ---- sheets ------------------------------------------------------------------------------

  private void closeSheet() {
    sheets.close();
    viewport.active().requestFocus();
  }

  void showFinder() {
    showSheet(finder);
    finder.begin();
  }

  private void showPassPalette(Optional<Stage> stage) {
    showSheet(passPalette);
    passPalette.begin(stage);
  }

  void showHandoff() {
    showSheet(handoff);
    handoff.begin();
  }

  void showReread() {
    session
        .takeProperty()
        .get()
        .ifPresent(t -> showSheet(new RereadSheet(t, files::reread, s -> closeSheet())));
  }

  void showHelp() {
    HelpSheet help = new HelpSheet(commands, this::closeSheet);
    showSheet(help);
    help.begin();
  }

  void leave() {
    if (sheets.isOpen()) {
      closeSheet();
    } else if (plan.isViewsAlone()) {
      plan.viewsAlone(false);
    } else if (!contacts.selectedProperty().get().isEmpty()) {
      contacts.selectedProperty().set(List.of());
    } else if (!notices.clear()) {
      session.select(new BitSet());
    }
  }

  void changeTheme() {
    dress.change();
  }

  public void setTheme(Theme other) {
    dress.change(other);
  }

  public Theme theme() {
    return dress.theme();
  }

  private void showSheet(Parent sheet) {
    dress.theme().wear(sheet);
    sheets.show(sheet);
  }

  Window window() {
    return scene.getWindow();
  }

  public Notices notices() {
    return notices;
  }

  public Session session() {
    return session;
  }

  public FileWork files() {
    return files;
  }

  public Commands commands() {
    return commands;
  }

  public CurvesRoom curves() {
    return curves;
  }

  public Viewport viewport() {
    return viewport;
  }

  public Contacts contacts() {
    return contacts;
  }

  public ContactLanes contactLanes() {
    return contactLanes;
  }

  public Worklist worklist() {
    return worklist;
  }

  public Optional<Results.Sketch> sketch() {
    return results.sketchProperty().get();
  }

  /** Ends the work under way; unsaved work stays in the rescue file. */
  public void close() {
    atEnd.run();
    dress.end();
    results.close();
    surveys.close();
    poses.close();
    memory.close();
    files.rescue().close();
  }
}
