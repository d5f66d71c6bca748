package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.DoubleStream;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.curve.Manner;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerActs;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.desk.command.Commands;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Session;

/** The commands of the active layer. */
public final class LayerActions {
  private static final String GROUP = "Layer";

  /** Keys nearer to the playhead than this stand at it, frames. */
  private static final double HERE = 0.5;

  private final Session session;
  private final Commands commands;
  private final LayerTool tool;
  private final Consumer<String> mention;

  /**
   * @param mention says something to the artist
   */
  public LayerActions(
      Session session, Commands commands, LayerTool tool, Consumer<String> mention) {
    this.mention = mention;
    this.session = session;
    this.tool = tool;
    this.commands = commands;
  }

  public void add() {
    add(
        "turn-axes",
        "Turn about the next axes: own, parent's, world's",
        "Q",
        this::isActive,
        session.posing()::nextAxes);
    add(
        "drag-along",
        "Drags go anywhere, up and down, level, along x, along z: the next",
        "Alt+Q",
        this::isActive,
        session.posing()::nextAlong);
    add(
        "whole-range",
        "Edits change the whole range, or hold near the playhead",
        "Y",
        this::isActive,
        () ->
            session
                .posing()
                .wholeRangeProperty()
                .set(!session.posing().wholeRangeProperty().get()));
    add("key-here", "Key what the layer does here", "Shift+Insert", this::isActive, this::keyHere);
    add("next-key", "Go to the next key of the layer", "K", this::hasKeys, () -> step(true));
    add(
        "previous-key",
        "Go to the key of the layer before",
        "Alt+K",
        this::hasKeys,
        () -> step(false));
    add(
        "remove-keys-here",
        "Remove the layer's keys here",
        "Alt+Delete",
        this::hasKeys,
        () -> change("remove keys of", r -> r.withCurve(r.curve().without(this::isHere))));
    add(
        "keep-good",
        "What is right beneath stays here: the layer does nothing to it",
        "U",
        () -> ChosenStage.of(session, LayerPass.class).isPresent(),
        this::pin);
    add(
        "pin-range",
        "What is there at both ends of the work range stays",
        "Alt+U",
        this::isActive,
        () -> edit("pin the range on", this::pinned));
    add(
        "fade-here",
        "Fade the layer out from here, or in up to here",
        "Shift+K",
        this::isActive,
        this::fade);
    manners();
    whole();
    add("copy-keys", "Copy the selected keys", "Ctrl+C", this::hasSelected, tool::copy);
    add(
        "paste-keys",
        "Paste the copied keys at the playhead",
        "Ctrl+V",
        () -> isActive() && tool.hasCopied(),
        tool::paste);
    add(
        "calm-keys",
        "Calm the selected keys: the curve goes as it would without them",
        "",
        this::hasSelected,
        tool::calm);
    add(
        "reset-keys",
        "Reset the selected keys to what lies beneath",
        "",
        () -> hasSelected() && !layer().map(LayerPass::replaces).orElse(true),
        tool::reset);
    add("select-keys", "Select all keys of the layer", "", this::hasKeys, tool::selectAll);
  }

  /** What is done to whole layers. */
  private void whole() {
    add("mirror-layer", "Put the layer on the other side", "", this::isActive, this::mirror);
    add("split-layer", "Take the layer apart, one a part", "", this::hasKeys, this::split);
    add(
        "merge-layer",
        "Merge the layer with the one behind it",
        "",
        () -> behind().isPresent(),
        this::merge);
  }

  private void mirror() {
    Body body = session.takeProperty().get().orElseThrow().raw().motion().body();
    edit("put on the other side", l -> LayerActs.mirrored(l, body));
  }

  private void split() {
    Plate plate = session.plate().orElseThrow();
    List<LayerPass> parts = LayerActs.split((LayerPass) plate.pass());
    session.editChain(
        "take apart " + plate.name(),
        null,
        c -> {
          int at = c.indexOf(plate.id()).orElseThrow();
          Chain apart = c.without(plate.id());
          for (LayerPass part : parts) {
            String name = part.rows().get(0).part().words();
            Plate own = plate.withId(apart.freshId(LayerPass.KIND)).withName(name).withPass(part);
            apart = apart.inserted(at++, own);
          }
          return apart;
        });
  }

  /** The layer behind the chosen one, if both can be merged. */
  private Optional<Plate> behind() {
    Optional<LayerPass> own = layer();
    Chain chain = session.chain();
    int at = chain.indexOf(session.plateIdProperty().get().orElse("")).orElse(chain.size());
    if (own.isEmpty() || at + 1 >= chain.size()) {
      return Optional.empty();
    }
    Plate first = chain.plates().get(at);
    Plate next = chain.plates().get(at + 1);
    boolean alike =
        first.withId(next.id()).withName(next.name()).withPass(next.pass()).equals(next);
    return next.pass() instanceof LayerPass other
            && alike
            && first.weight() == 1
            && first.span().isAll()
            && LayerActs.canMerge(own.get(), other)
        ? Optional.of(next)
        : Optional.empty();
  }

  private void merge() {
    Plate first = session.plate().orElseThrow();
    Plate second = behind().orElseThrow();
    LayerActs.Merged merged =
        LayerActs.merged(
            (LayerPass) first.pass(), (LayerPass) second.pass(), Frames.first(session.frames()));
    session.editChain(
        "merge " + first.name() + " and " + second.name(),
        null,
        c -> c.without(second.id()).changed(first.id(), p -> p.withPass(merged.layer())));
    mention.accept(
        merged.dense()
            ? "Parts that turn about several axes in both have a key a frame now."
            : "Merged, with the keys of both.");
  }

  private boolean hasSelected() {
    return !tool.selectedProperty().get().isEmpty();
  }

  /** The manners of the selected keys. */
  private void manners() {
    for (Manner manner : Manner.values()) {
      add(
          "keys-" + manner.key(),
          "Make the selected keys " + manner.key(),
          "Ctrl+Alt+" + (manner.ordinal() + 1),
          this::hasSelected,
          () -> tool.manner(manner));
    }
  }

  private void add(String id, String words, String key, BooleanSupplier allowed, Runnable action) {
    commands.add(GROUP, id, words, "", key, allowed, action);
  }

  private Optional<LayerPass> layer() {
    return tool.layer();
  }

  private boolean isActive() {
    return layer().isPresent();
  }

  private boolean hasKeys() {
    return layer().map(l -> keys(l).findAny().isPresent()).orElse(false);
  }

  private static DoubleStream keys(LayerPass layer) {
    return layer.rows().stream()
        .flatMap(r -> r.curve().keys().stream())
        .mapToDouble(CurveKey::frame);
  }

  private int frame() {
    return session.frameProperty().get();
  }

  private boolean isHere(CurveKey key) {
    return Math.abs(key.frame() - frame()) < HERE;
  }

  /** The selected parts; all that the layer keys where none is. */
  private List<PartName> parts(LayerPass layer) {
    BitSet selected = session.selected();
    Body body = session.takeProperty().get().orElseThrow().raw().motion().body();
    return selected.isEmpty()
        ? layer.rows().stream().map(LayerRow::part).distinct().toList()
        : selected.stream().mapToObj(j -> PartName.of(body, j)).toList();
  }

  private void edit(String what, UnaryOperator<LayerPass> change) {
    tool.edit(what, null, change);
  }

  private void change(String what, UnaryOperator<LayerRow> change) {
    edit(
        what,
        layer -> {
          List<PartName> parts = parts(layer);
          return layer.each(r -> parts.contains(r.part()) ? change.apply(r) : r);
        });
  }

  /** What has keys gets one that changes nothing; a selected part without any, one of zero. */
  private void keyHere() {
    edit(
        "key",
        layer -> {
          LayerPass keyed = LayerEdit.keyed(layer, parts(layer), frame());
          if (session.selected().isEmpty() || layer.replaces()) {
            return keyed;
          }
          for (PartName part : parts(layer)) {
            if (keyed.rows().stream().noneMatch(r -> r.part().equals(part))) {
              for (Channel channel : List.of(Channel.TURN_X, Channel.TURN_Y, Channel.TURN_Z)) {
                Curve curve = Curve.of(List.of(CurveKey.smooth(frame(), 0)));
                keyed = keyed.plus(new LayerRow(part, channel, curve));
              }
            }
          }
          return keyed;
        });
  }

  private void step(boolean on) {
    layer()
        .ifPresent(
            l -> {
              OptionalDouble next =
                  on
                      ? keys(l).filter(f -> f >= frame() + HERE).min()
                      : keys(l).filter(f -> f <= frame() - HERE).max();
              next.ifPresent(f -> session.seek((int) Math.round(f)));
            });
  }

  /** Keys by which the result is here what lies beneath. */
  private void pin() {
    ChosenStage<LayerPass> stage = ChosenStage.of(session, LayerPass.class).orElseThrow();
    edit(
        "keep what is right under",
        layer -> LayerEdit.asBeneath(layer, parts(layer), stage.in(), stage.frame(), frame()));
  }

  /**
   * Keys that change nothing at both ends of the work range, so that only what lies inside moves.
   */
  private LayerPass pinned(LayerPass layer) {
    Frames range = session.workRange();
    LayerPass pinned = layer;
    for (int frame : new int[] {range.from(), range.to() - 1}) {
      pinned = LayerEdit.keyed(pinned, parts(layer), frame);
    }
    return pinned;
  }

  /** The weight goes to nothing, or where it is nothing to all, within the hold. */
  private void fade() {
    double hold = LayerHands.holdFrames(session);
    edit(
        "fade",
        layer -> {
          Curve weight = layer.weight();
          double now = weight.isEmpty() ? 1 : weight.at(frame());
          Curve from = weight.isEmpty() ? Curve.of(List.of(CurveKey.smooth(frame(), now))) : weight;
          return layer.withWeight(
              from.plus(CurveKey.smooth(frame(), now))
                  .plus(CurveKey.smooth(frame() + hold, now > 0.5 ? 0 : 1)));
        });
  }
}
