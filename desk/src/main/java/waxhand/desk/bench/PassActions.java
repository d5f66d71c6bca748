package waxhand.desk.bench;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import waxhand.core.chain.Chain;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.passes.PassKinds;
import waxhand.core.plants.Plant;
import waxhand.desk.command.Commands;
import waxhand.desk.kits.FirstPass;
import waxhand.desk.kits.Kits;
import waxhand.desk.kits.NewPlates;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.kits.layers.LayerTool;
import waxhand.desk.session.Session;

/** The commands of passes. */
final class PassActions {
  private final Session session;
  private final Commands commands;
  private final Contacts contacts;
  private final LayerTool layers;
  private final NewPlates plates;

  PassActions(Session session, Commands commands, Contacts contacts, LayerTool layers) {
    this.session = session;
    this.layers = layers;
    this.contacts = contacts;
    this.commands = commands;
    this.plates = new NewPlates(session);
  }

  private boolean hasPlate() {
    return session.plate().isPresent();
  }

  void add() {
    adding();
    changing();
    copying();
    moving();
    placing();
  }

  private void adding() {
    commands.add(
        "Pass",
        "first-pass",
        "First pass",
        "",
        "Ctrl+F",
        session::hasTake,
        () -> FirstPass.begin(session));
    for (PassKind<?> kind : PassKinds.ALL) {
      commands.add(
          "Pass",
          "add-" + kind.id(),
          "Add " + kind.words(),
          "",
          Kits.of(kind).key(),
          session::hasTake,
          () -> plates.add(kind));
    }
  }

  private void changing() {
    commands.add(
        "Pass",
        "delete-plate",
        "Remove the selected contacts or keys, or the pass",
        "fth-trash-2",
        "Delete",
        () -> hasPlate() || !selectedContacts().isEmpty(),
        this::remove);
    commands.add(
        "Pass",
        "mute",
        "Mute or unmute pass",
        "fth-power",
        "M",
        this::hasPlate,
        () -> onPlate("mute", p -> p.withMuted(!p.muted())));
    commands.add(
        "Pass",
        "lock",
        "Lock the pass with a clasp, or open it",
        "fth-lock",
        "Ctrl+L",
        this::hasPlate,
        this::lock);
    commands.add(
        "Pass",
        "solo",
        "This layer alone, or all layers again",
        "",
        "Alt+L",
        () -> session.plate().filter(p -> isLayer(p)).isPresent(),
        this::solo);
    commands.add(
        "Pass", "heavier", "More weight", "", "Ctrl+Up", this::hasWeight, () -> weight(0.1));
    commands.add(
        "Pass", "lighter", "Less weight", "", "Ctrl+Down", this::hasWeight, () -> weight(-0.1));
  }

  private void lock() {
    boolean on = !session.plate().orElseThrow().locked();
    onPlate(on ? "lock" : "unlock", p -> p.withLocked(on));
  }

  private static boolean isLayer(Plate plate) {
    return Kits.wearsTheBrush(plate.pass().kind());
  }

  /** Mutes all other layers; where they are muted already, none is muted any more. */
  private void solo() {
    Plate own = session.plate().orElseThrow();
    boolean alone =
        !own.muted()
            && session.chain().plates().stream()
                .allMatch(p -> p.id().equals(own.id()) || !isLayer(p) || p.muted());
    session.editChain(
        alone ? "all layers again" : own.name() + " alone",
        null,
        c -> {
          Chain now = c;
          for (Plate plate : c.plates()) {
            if (isLayer(plate)) {
              boolean muted = !alone && !plate.id().equals(own.id());
              now = now.changed(plate.id(), p -> p.withMuted(muted));
            }
          }
          return now;
        });
  }

  private void copying() {
    commands.add(
        "Pass", "duplicate", "Copy pass", "fth-copy", "Ctrl+D", this::hasPlate, this::copy);
    commands.add(
        "Pass",
        "share",
        "Copy the pass to every take",
        "",
        "Ctrl+Shift+D",
        () -> hasPlate() && session.projectProperty().get().takes().size() > 1,
        this::share);
  }

  private void copy() {
    Plate plate = session.plate().orElseThrow();
    Plate copy =
        plate.withId(session.chain().freshId(plate.pass().kind())).withName(plate.name() + " copy");
    session.editChain(
        "copy " + plate.name(),
        null,
        c -> c.inserted(c.indexOf(plate.id()).orElseThrow() + 1, copy));
    session.plateIdProperty().set(Optional.of(copy.id()));
  }

  private void share() {
    Plate plate = session.plate().orElseThrow();
    String take = session.takeProperty().get().orElseThrow().id();
    session.edit("copy " + plate.name() + " to every take", p -> p.shared(take, plate));
  }

  private void moving() {
    commands.add(
        "Pass", "move-left", "Move pass earlier", "", "Alt+Comma", this::hasPlate, () -> move(-1));
    commands.add(
        "Pass", "move-right", "Move pass later", "", "Alt+Period", this::hasPlate, () -> move(1));
    commands.add(
        "Pass",
        "next-plate",
        "Choose the next pass",
        "",
        "Period",
        () -> session.chain().size() > 0,
        () -> choose(1));
    commands.add(
        "Pass",
        "previous-plate",
        "Choose the pass before",
        "",
        "Comma",
        () -> session.chain().size() > 0,
        () -> choose(-1));
  }

  private void placing() {
    commands.add(
        "Pass",
        "span-from",
        "Begin the span of the pass here",
        "",
        "I",
        this::hasLocalPlate,
        () -> span(true));
    commands.add(
        "Pass",
        "span-to",
        "End the span of the pass here",
        "",
        "O",
        this::hasLocalPlate,
        () -> span(false));
  }

  private List<Plant> selectedContacts() {
    return contacts.selectedProperty().get();
  }

  private void remove() {
    if (!selectedContacts().isEmpty()) {
      contacts.remove(selectedContacts());
      return;
    }
    if (!layers.selectedProperty().get().isEmpty()) {
      layers.remove();
      return;
    }
    Plate plate = session.plate().orElseThrow();
    session.editChain("remove " + plate.name(), null, c -> c.without(plate.id()));
  }

  private boolean hasWeight() {
    return session.plate().map(Plate::isWeighted).orElse(false);
  }

  private boolean hasLocalPlate() {
    return session.plate().map(p -> p.pass().kind().local()).orElse(false);
  }

  private void onPlate(String name, UnaryOperator<Plate> change) {
    session.plate().ifPresent(p -> session.editPlate(name + " " + p.name(), null, p.id(), change));
  }

  private void move(int by) {
    session
        .plate()
        .ifPresent(
            p ->
                session.editChain(
                    "move " + p.name(),
                    null,
                    c -> c.moved(p.id(), Math.max(0, c.indexOf(p.id()).orElseThrow() + by))));
  }

  private void choose(int by) {
    Chain chain = session.chain();
    int now = session.plate().map(p -> chain.indexOf(p.id()).orElse(0) + by).orElse(0);
    int next = Math.floorMod(now, chain.size());
    session.plateIdProperty().set(Optional.of(chain.plates().get(next).id()));
  }

  private void span(boolean begin) {
    int frame = session.frameProperty().get();
    int ease = session.shortEase();
    onPlate(
        "span of",
        p -> {
          Frames now = p.span().within(session.frames());
          int from = begin ? frame : Math.min(now.from(), frame);
          int to = begin ? Math.max(now.to(), frame + 1) : frame + 1;
          int in = p.span().isAll() ? ease : p.span().easeIn();
          int out = p.span().isAll() ? ease : p.span().easeOut();
          return p.withSpan(new Span(from, to, in, out));
        });
  }

  private void weight(double by) {
    onPlate(
        "weight of",
        p -> p.withWeight(Math.max(0, Math.min(1, Math.rint(10 * (p.weight() + by)) / 10))));
  }
}
