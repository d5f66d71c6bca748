package waxhand.desk.bench;

import java.io.File;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.PopupWindow;
import javafx.stage.Window;
import javafx.util.Duration;
import waxhand.core.chain.Stage;
import waxhand.core.survey.Finding;
import waxhand.desk.command.Commands;
import waxhand.desk.contacts.ContactLanes;
import waxhand.desk.contacts.Contacts;
import waxhand.desk.curves.CurvesRoom;
import waxhand.desk.findings.FindingsPanel;
import waxhand.desk.findings.Worklist;
import waxhand.desk.handoff.HandoffSheet;
import waxhand.desk.kits.Kits;
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
import waxhand.desk.shelf.NotesPanel;
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
  private final Notices notices = new Notices();
  private final Jobs jobs = new Jobs(notices::fail);
  private final Results results = new Results(session, jobs);
  private final Surveys surveys = new Surveys(session, jobs);
  private final Worklist worklist = new Worklist(session, surveys);
  private final Contacts contacts = new Contacts(session);
  private final Palette palette = new Palette();
  private final Commands commands = new Commands(memory.keys());
  private final FileWork files = new FileWork(session, jobs, notices, memory);
  private final Viewport viewport;
  private final Lanes lanes;
  private final ContactLanes contactLanes;
  private final CurvesRoom curves;
  private final PassPanel panel;
  private final BodyMap map;
  private final Sheets sheets = new Sheets();
  private final Finder finder;
  private final HandoffSheet handoff;
  private final PassPalette passPalette;
  private final ListChangeListener<Window> popups = c -> dressPopups();
  private final Plan plan;
  private final List<Parent> rooms;
  private Theme theme;
  private Scene scene;

  public Bench() {
    getStyleClass().add("wh-bench");
    getChildren().add(palette);
    Player.attach(session);
    viewport = new Viewport(session, palette, memory, contacts);
    new ProjectActions(session, commands, files, memory, this).add();
    PassPalette.commands(commands, session, stage -> showPassPalette(stage));
    new PassActions(session, commands, contacts).add();
    new ContactActions(session, commands, contacts).add();
    new Actions(session, commands).add();
    new ViewActions(session, commands, viewport, notices::mention).add();
    FindingActions.add(commands, worklist, session);
    worklist.onVisit(f -> viewport.frameParts());
    lanes = new Lanes(session, results, worklist, palette);
    contactLanes = new ContactLanes(session, contacts, palette);
    panel = new PassPanel(session, contacts, palette, commands, Kits::picture);
    theme = Theme.valueOf(memory.get("theme").filter(t -> t.equals("LAMPBLACK")).orElse("TALLOW"));
    Head head = new Head(session, commands, files, memory);
    HBox rail = railRow();
    map = new BodyMap(session, contacts, palette);
    Shelf shelf =
        new Shelf(
            session,
            new FindingsPanel(session, worklist, commands, palette),
            new NotesPanel(session),
            map);
    curves =
        new CurvesRoom(
            session, worklist.chosenProperty().map(f -> f.map(Finding::frames)), palette);
    ScrollPane contactRows = new ScrollPane(contactLanes);
    contactRows.getStyleClass().add("wh-rows");
    contactRows.setFitToWidth(true);
    contactRows.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    contactRows.setMinHeight(0);
    contactRows.visibleProperty().bind(contactLanes.visibleProperty());
    contactRows.managedProperty().bind(contactLanes.visibleProperty());
    VBox.setVgrow(lanes, Priority.SOMETIMES);
    VBox.setVgrow(curves, Priority.ALWAYS);
    VBox time = new VBox(lanes, contactRows, curves);
    Transport transport = new Transport(session, commands);
    showCurves(false);
    transport.getStyleClass().add("wh-time");
    time.getStyleClass().add("wh-time-rows");
    plan = new Plan(memory, new VBox(head, rail), shelf, viewport, panel, transport, time);
    new PlanActions(commands, plan).add();
    finder = new Finder(commands, (id, key) -> memory.put("key." + id, key), f -> closeSheet());
    handoff = new HandoffSheet(session, jobs, notices, memory, s -> closeSheet());
    passPalette = new PassPalette(commands, this::closeSheet);
    sheets.keep(finder);
    sheets.keep(passPalette);
    sheets.keep(handoff);
    notices.watch(jobs);
    StackPane.setAlignment(notices, Pos.BOTTOM_RIGHT);
    // over the views, where it hides neither lanes nor settings
    notices
        .paddingProperty()
        .bind(
            Bindings.createObjectBinding(
                () ->
                    new Insets(
                        0,
                        (panel.isVisible() ? panel.getWidth() : 0) + 16,
                        getHeight() - viewport.getLayoutY() - viewport.getHeight() + 16,
                        0),
                panel.widthProperty(),
                panel.visibleProperty(),
                heightProperty(),
                viewport.layoutYProperty(),
                viewport.heightProperty()));
    // a sheet lies over notices, which must not hide its buttons
    getChildren().addAll(plan, notices, sheets);
    rooms =
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
            handoff);
    addEventHandler(KeyEvent.KEY_PRESSED, commands::handle);
    addEventFilter(MouseEvent.MOUSE_RELEASED, e -> Platform.runLater(this::freeTheKeys));
    drops();
    session.projectProperty().addListener((o, a, b) -> title());
    session.fileProperty().addListener((o, a, b) -> title());
    palette.onChange(this::repaint);
  }

  /** Puts the bench into a scene. */
  public Scene scene(double width, double height) {
    scene = new Scene(this, width, height);
    Theme.prepare(scene);
    rooms.forEach(theme::wear);
    Window.getWindows().addListener(popups);
    scene.addEventFilter(KeyEvent.KEY_PRESSED, this::keysBeforeControls);
    scene.addEventFilter(KeyEvent.KEY_RELEASED, commands::released);
    title();
    return scene;
  }

  /** Space and arrows belong to the take unless a control that needs them has the focus. */
  private void keysBeforeControls(KeyEvent e) {
    Node focus = scene.getFocusOwner();
    boolean own =
        focus instanceof javafx.scene.control.TextInputControl
            || focus instanceof javafx.scene.control.ListView
            || focus instanceof javafx.scene.control.Slider
            || focus instanceof javafx.scene.control.ChoiceBox
            || (focus != null
                && (focus.getStyleClass().contains("wh-flag")
                    || focus.getStyleClass().contains("wh-divider")));
    boolean overButtons =
        focus instanceof ButtonBase
            && (e.getCode() == javafx.scene.input.KeyCode.LEFT
                || e.getCode() == javafx.scene.input.KeyCode.RIGHT);
    if ((!own && !(focus instanceof ButtonBase)) || overButtons) {
      if (!sheets.isOpen()) {
        commands.handle(e);
      }
    }
  }

  /**
   * A button that was clicked gives the keyboard back, so that Space plays and does not press it.
   */
  private void freeTheKeys() {
    Node focus = scene.getFocusOwner();
    boolean button = focus instanceof ButtonBase && !(focus instanceof MenuButton);
    if (button && !sheets.isOpen()) {
      viewport.active().requestFocus();
    }
  }

  /** Menus and tooltips are windows of their own. */
  private void dressPopups() {
    for (Window window : Window.getWindows()) {
      if (window instanceof PopupWindow popup) {
        theme.wear(popup.getScene().getRoot());
      }
    }
  }

  private HBox railRow() {
    Rail rail = new Rail(session, results, commands);
    ScrollPane railPane = rail.scrolled();
    HBox.setHgrow(railPane, Priority.ALWAYS);
    Button add = commands.wordButton("add-pass");
    add.setText("+ Pass");
    add.setId("add-pass");
    add.setAccessibleText("Add a pass");
    add.setMinWidth(USE_PREF_SIZE);
    add.setMaxWidth(Double.MAX_VALUE);
    Button first = commands.button("first-pass");
    first.getStyleClass().add("wh-main");
    VBox buttons = new VBox(6, first, add);
    buttons.setAlignment(Pos.CENTER);
    buttons.setMinWidth(USE_PREF_SIZE);
    first.setMinWidth(USE_PREF_SIZE);
    buttons.setStyle("-fx-padding: 8 16 8 8;");
    HBox row = new HBox(railPane, buttons);
    row.getStyleClass().add("wh-rail");
    return row;
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
          if (e.getDragboard().hasFiles()) {
            e.acceptTransferModes(TransferMode.COPY);
            e.consume();
          }
        });
    addEventHandler(
        DragEvent.DRAG_DROPPED,
        e -> {
          List<Path> paths = e.getDragboard().getFiles().stream().map(File::toPath).toList();
          files.openAny(paths);
          e.setDropCompleted(true);
          e.consume();
        });
  }

  /** Shows curves in place of lanes, or lanes again. */
  private void showCurves(boolean shown) {
    curves.setVisible(shown);
    curves.setManaged(shown);
    lanes.setVisible(!shown);
    lanes.setManaged(!shown);
    contactLanes.setVisible(!shown);
    contactLanes.setManaged(!shown);
  }

  void changeTime() {
    showCurves(!curves.isVisible());
  }

  private void repaint() {
    viewport.repaint();
    lanes.draw();
    contactLanes.draw();
    map.draw();
    curves.pane().draw();
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
      session.selectionProperty().set(new BitSet());
    }
  }

  void changeTheme() {
    setTheme(theme.other());
    memory.put("theme", theme.name());
  }

  /** Changes the look, a room a drawn frame: all at once would hold up the window. */
  public void setTheme(Theme other) {
    theme = other;
    if (scene.getWindow() == null) {
      rooms.forEach(theme::wear);
    } else {
      wear(rooms.iterator());
    }
  }

  public Theme theme() {
    return theme;
  }

  private void wear(Iterator<Parent> next) {
    theme.wear(next.next());
    if (next.hasNext()) {
      PauseTransition pulse = new PauseTransition(Duration.ONE);
      pulse.setOnFinished(e -> wear(next));
      pulse.play();
    }
  }

  private void showSheet(Parent sheet) {
    theme.wear(sheet);
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
    Window.getWindows().removeListener(popups);
    results.close();
    surveys.close();
    memory.close();
    files.rescue().close();
  }
}
