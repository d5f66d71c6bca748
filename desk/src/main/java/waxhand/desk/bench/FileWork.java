package waxhand.desk.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import waxhand.core.body.Body;
import waxhand.core.motion.Frames;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.project.ShelfLabel;
import waxhand.core.project.Take;
import waxhand.core.props.LoadedMesh;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.desk.kits.NewPlates;
import waxhand.desk.kits.characters.CharacterTool;
import waxhand.desk.notice.Jobs;
import waxhand.desk.notice.Notices;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.desk.shelf.Casting;
import waxhand.formats.Reading;
import waxhand.formats.disk.Trouble;
import waxhand.formats.gltf.GltfContent;
import waxhand.formats.gltf.GltfFormat;
import waxhand.formats.gltf.GltfMeshReader;
import waxhand.formats.project.ProjectFile;
import waxhand.formats.takes.Characters;
import waxhand.formats.takes.Formats;
import waxhand.formats.takes.KeptTakes;
import waxhand.formats.takes.TakeFiles;

/** Opening, saving, and adding takes and props. */
public final class FileWork {
  /** Characters of a file's name that a take is named by. */
  private static final int NAMED = 120;

  private static final String BODY = "body";

  private final Session session;
  private final Jobs jobs;
  private final Notices notices;
  private final Memory memory;
  private final Rescue rescue;

  /** Damaged files that were opened, by where they really lie, until they are kept aside. */
  private final Map<Path, Sound> damaged = new HashMap<>();

  private final CharacterTool characters;
  private final NewPlates plates;
  private final Casting casting;

  public FileWork(
      Session session, Jobs jobs, Notices notices, Memory memory, CharacterTool characters) {
    this.characters = characters;
    this.session = session;
    this.jobs = jobs;
    this.notices = notices;
    this.memory = memory;
    plates = new NewPlates(session);
    casting = new Casting(session, memory);
    rescue = new Rescue(session, jobs, notices, memory);
  }

  /** What gives joints their roles. */
  public Casting casting() {
    return casting;
  }

  /** What keeps unsaved work safe. */
  public Rescue rescue() {
    return rescue;
  }

  // ---- takes -------------------------------------------------------------------------------

  public void chooseTakes(Window owner) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("New takes from files");
    chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("Takes", Formats.patterns()));
    memory.folder("takes").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    List<File> files = chooser.showOpenMultipleDialog(owner);
    if (files != null) {
      addTakes(files.stream().map(File::toPath).toList());
    }
  }

  /** Reads takes and adds them; files that fail are reported, the rest comes in. */
  public void addTakes(List<Path> paths) {
    if (paths.isEmpty()) {
      return;
    }
    memory.rememberFolder("takes", paths.get(0));
    jobs.run(
        "Reading takes",
        work -> {
          List<RawTake> read = new ArrayList<>();
          List<String> failures = new ArrayList<>();
          List<Path> files = withFolders(paths);
          for (Path path : files) {
            try {
              read.addAll(TakeFiles.readAll(path, Reading.GUESS, work));
            } catch (CancellationException e) {
              throw e;
            } catch (IOException | RuntimeException | OutOfMemoryError e) {
              failures.add(Trouble.words(e));
            }
          }
          if (files.isEmpty()) {
            failures.add(paths.get(0) + ": there is no take in this folder");
          }
          return new Incoming(read, failures);
        },
        incoming -> {
          tell(incoming.failures());
          add(incoming.takes().stream().map(casting::known).toList());
        });
  }

  /** What came of reading files. */
  private record Incoming(List<RawTake> takes, List<String> failures) {}

  /** One notice for all that failed: many would hide the views. */
  private void tell(List<String> failures) {
    int count = failures.size();
    if (count > 0) {
      String what = count == 1 ? "A take could not be read" : count + " takes could not be read";
      notices.fail(what, failures);
    }
  }

  private static List<Path> withFolders(List<Path> paths) throws IOException {
    List<Path> files = new ArrayList<>();
    for (Path path : paths) {
      if (Files.isDirectory(path)) {
        try (Stream<Path> inside = Files.list(path)) {
          inside.filter(TakeFiles::isTake).sorted().forEach(files::add);
        }
      } else {
        files.add(path);
      }
    }
    return files;
  }

  private void add(List<RawTake> read) {
    if (read.isEmpty()) {
      return;
    }
    String words =
        read.size() == 1
            ? "add " + Legible.of(read.get(0).fileName(), NAMED)
            : "add " + read.size() + " takes";
    session.edit(
        words,
        p -> {
          Project next = p;
          for (RawTake raw : read) {
            String name = Legible.of(TakeFiles.bareName(raw.fileName()), NAMED);
            next = next.added(name, raw, ShelfLabel.of(today()));
          }
          return next;
        });
    List<Take> takes = session.projectProperty().get().takes();
    session.choose(takes.get(takes.size() - read.size()).id());
    remark(read);
  }

  private static String today() {
    return LocalDate.now(ZoneId.systemDefault()).toString();
  }

  /** Makes a take of its own of the work range of the result, and says so. */
  public void keepAsTake() {
    Take take = session.takeProperty().get().orElseThrow();
    Motion result = session.motionAt(Flag.RESULT).orElseThrow();
    Frames range = take.workRange();
    Frames run = session.timingAt(Flag.RESULT).local(range);
    if (run.isEmpty()) {
      notices.mention("Nothing is left of the work range behind all passes.");
      return;
    }
    String name = take.name() + " " + range.from() + "-" + (range.to() - 1);
    ShelfLabel.Source source = new ShelfLabel.Source(take.name(), range);
    ShelfLabel label = new ShelfLabel(today(), "", Optional.of(source));
    jobs.run(
        "Keeping " + name,
        work -> KeptTakes.of(name, result, take.raw(), run, work),
        raw -> {
          session.edit("keep " + name, p -> p.added(Legible.of(name, NAMED), raw, label));
          notices.say(
              run.count() + " frames of " + take.name() + " are kept as a take, under Takes.");
        });
  }

  /** Says what is odd in the take that comes onto the bench, or was set apart, and of how many. */
  private void remark(List<RawTake> read) {
    List<RawTake> odd = read.stream().filter(r -> !r.remarks().isEmpty()).toList();
    if (odd.isEmpty()) {
      return;
    }
    RawTake first = odd.get(0);
    String name = Legible.of(first.fileName(), NAMED);
    int more = odd.size() - 1;
    notices.say(
        name
            + ": "
            + String.join("; ", first.remarks())
            + "."
            + (more == 0
                ? ""
                : more == 1
                    ? " There are remarks on another take too, each under How it was read."
                    : " There are remarks on " + more + " more takes, under How it was read."));
  }

  /** Reads the raw bytes of the take on the bench again in another way. */
  public void reread(Reading reading) {
    Take take = session.takeProperty().get().orElseThrow();
    jobs.run(
        "Reading " + take.name() + " again",
        work -> {
          RawTake was = take.raw();
          RawTake again = TakeFiles.read(was.fileName(), was.bytes(), reading, work);
          return was.origin().map(again::from).orElse(again);
        },
        raw ->
            session.edit(
                "read " + take.name() + " again", p -> p.changed(take.id(), t -> t.withRaw(raw))));
  }

  /** Whether the file of the take on the bench holds bodies that no take is of. */
  public boolean hasOtherBodies() {
    return session.takeProperty().get().map(t -> !otherBodies(t).isEmpty()).orElse(false);
  }

  private List<String> otherBodies(Take take) {
    if (!take.raw().reading().containsKey(BODY)) {
      return List.of();
    }
    List<String> others =
        new ArrayList<>(Body.named(take.raw().motion().clip().skeleton()).keySet());
    session.projectProperty().get().takes().stream()
        .map(Take::raw)
        .filter(r -> Arrays.equals(r.bytes(), take.raw().bytes()))
        .forEach(r -> others.remove(r.reading().get(BODY)));
    return others;
  }

  /** Makes a take of each body in the file of the take on the bench that is none yet. */
  public void addOtherBodies() {
    Take take = session.takeProperty().get().orElseThrow();
    RawTake was = take.raw();
    List<String> others = otherBodies(take);
    jobs.run(
        "Reading the other bodies of " + take.name(),
        work -> {
          List<RawTake> read = new ArrayList<>();
          for (String other : others) {
            Reading reading = Reading.keptIn(was.reading()).withBody(other);
            RawTake raw = TakeFiles.read(was.fileName(), was.bytes(), reading, work);
            read.add(was.origin().map(raw::from).orElse(raw));
          }
          return read;
        },
        read -> {
          List<String> names =
              read.stream()
                  .map(raw -> Legible.of(take.name() + " " + raw.motion().body().name(), NAMED))
                  .toList();
          session.edit(
              "the other bodies of " + take.name(),
              p -> {
                Project next = p;
                for (int n = 0; n < read.size(); n++) {
                  next = next.added(names.get(n), casting.known(read.get(n)));
                }
                return next;
              });
          notices.say("New takes: " + String.join(", ", names));
        });
  }

  // ---- props ------------------------------------------------------------------------------

  /**
   * Asks for a glTF file and makes a prop of it.
   *
   * @param plateId of a prop that takes its form; a new one is added while empty
   */
  public void chooseMesh(Window owner, Optional<String> plateId) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("A prop from a glTF file");
    chooser
        .getExtensionFilters()
        .add(new FileChooser.ExtensionFilter("glTF", "*.glb", "*.gltf", "*.GLB", "*.GLTF"));
    memory.folder("things").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    File file = chooser.showOpenDialog(owner);
    if (file != null) {
      addThing(file.toPath(), plateId);
    }
  }

  /** Reads a mesh; a prop takes its form, or a new one is added. */
  public void addThing(Path path, Optional<String> plateId) {
    memory.rememberFolder("things", path);
    String name = path.getFileName().toString();
    jobs.run(
        "Reading " + name,
        work -> new LoadedMesh(name, GltfMeshReader.read(path)),
        mesh -> {
          if (!session.hasTake()) {
            notices.say("Open a take first: " + name + " is a prop to act against.");
          } else if (plateId.isEmpty()) {
            plates.add(mesh);
          } else {
            plates.shape(plateId.get(), mesh);
          }
        });
  }

  // ---- characters ---------------------------------------------------------------------------

  /** Asks for files of characters. */
  public void chooseCharacters(Window owner) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("Characters from files");
    chooser
        .getExtensionFilters()
        .add(new FileChooser.ExtensionFilter("Characters and takes", Formats.patterns()));
    memory.folder("characters").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    List<File> files = chooser.showOpenMultipleDialog(owner);
    if (files != null) {
      addCharacters(files.stream().map(File::toPath).toList());
    }
  }

  /** Reads characters; files that fail are reported, the rest comes in. */
  public void addCharacters(List<Path> paths) {
    if (paths.isEmpty()) {
      return;
    }
    memory.rememberFolder("characters", paths.get(0));
    for (Path path : paths) {
      jobs.run(
          "Reading " + path.getFileName(), work -> Characters.read(path, work), characters::add);
    }
  }

  // ---- projects ----------------------------------------------------------------------------

  public void chooseProject(Window owner) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("Open a project");
    chooser
        .getExtensionFilters()
        .add(new FileChooser.ExtensionFilter("Wax Hand projects", "*" + ProjectFile.ENDING));
    memory.folder("projects").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    File file = chooser.showOpenDialog(owner);
    if (file != null) {
      open(file.toPath());
    }
  }

  /** Opens a project; unsaved work of the present one stays recoverable until it is replaced. */
  public void open(Path path) {
    jobs.run(
        "Opening " + path,
        work -> Sound.open(path, work),
        sound -> {
          rescue.giveWay();
          session.reset(sound.project(), Optional.of(path));
          damaged.remove(real(path));
          if (!sound.isWhole()) {
            damaged.put(real(path), sound);
          }
          sound.tell(notices);
          memory.rememberFolder("projects", path);
          memory.rememberRecent(path);
        });
  }

  /** Opens whatever was dropped: projects replace the bench, takes and props are added. */
  public void openAny(List<Path> paths) {
    List<Path> takes = new ArrayList<>();
    for (Path path : paths) {
      if (path.toString().endsWith(ProjectFile.ENDING)) {
        open(path);
      } else if (GltfFormat.isGltf(path.getFileName().toString())) {
        openGltf(path);
      } else {
        takes.add(path);
      }
    }
    addTakes(takes);
  }

  /** A take where it moves, a character where it has joints, else a prop. */
  private void openGltf(Path path) {
    jobs.run(
        "Reading " + path.getFileName(),
        work -> GltfContent.of(path),
        content -> {
          switch (content) {
            case TAKE -> addTakes(List.of(path));
            case CHARACTER -> addCharacters(List.of(path));
            case THING -> addThing(path, Optional.empty());
          }
        });
  }

  /** A fresh, empty project. */
  public void startNew() {
    rescue.giveWay();
    session.reset(Project.empty("untitled"), Optional.empty());
  }

  public void save(Window owner) {
    session.fileProperty().get().ifPresentOrElse(this::saveTo, () -> saveAs(owner));
  }

  public void saveAs(Window owner) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("Save the project");
    chooser.setInitialFileName(session.projectProperty().get().name() + ProjectFile.ENDING);
    memory.folder("projects").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    File file = chooser.showSaveDialog(owner);
    if (file != null) {
      Path path = file.toPath();
      saveTo(
          path.toString().endsWith(ProjectFile.ENDING) ? path : Path.of(path + ProjectFile.ENDING));
    }
  }

  private static Path real(Path path) {
    try {
      return path.toRealPath();
    } catch (IOException e) {
      return path.toAbsolutePath().normalize();
    }
  }

  /** Saves under that name. */
  public void saveTo(Path path) {
    String bare = path.getFileName().toString().replace(ProjectFile.ENDING, "");
    if (session.fileProperty().get().isEmpty()
        && !bare.equals(session.projectProperty().get().name())) {
      session.edit("name the project " + bare, p -> p.withName(bare));
    }
    Project project = session.projectProperty().get();
    Optional<Sound> found = Optional.ofNullable(damaged.get(real(path)));
    jobs.run(
        "Saving " + path.getFileName(),
        work -> {
          Optional<Path> aside = Optional.empty();
          if (found.isPresent()) {
            aside = Optional.of(found.get().keepAside());
          }
          ProjectFile.save(project, path, work);
          return aside;
        },
        aside -> {
          found.ifPresent(sound -> damaged.values().remove(sound));
          aside.ifPresent(kept -> notices.say("The file as it was found is " + kept + "."));
          session.saved(project, path);
          memory.rememberFolder("projects", path);
          memory.rememberRecent(path);
          notices.say("Saved " + path.getFileName() + ".");
          rescue.drop();
        });
  }
}
