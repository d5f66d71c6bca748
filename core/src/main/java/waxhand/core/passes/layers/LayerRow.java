package waxhand.core.passes.layers;

import java.util.Optional;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.CurveItems;
import waxhand.core.chain.Item;
import waxhand.core.chain.Setting;
import waxhand.core.curve.Curve;
import waxhand.core.text.Legible;

/**
 * A row of a layer's sheet: one channel of one part, and its keys.
 *
 * @param to what a goal's place is relative to, in the words of {@link
 *     waxhand.core.passes.limbs.TieTarget}; empty for the world
 * @param off whether it is switched off
 */
public record LayerRow(PartName part, Channel channel, String to, Curve curve, boolean off) {
  static final Setting.Form<LayerRow> FORM = new Setting.Form<>(LayerRow::plain, LayerRow::read);

  public LayerRow(PartName part, Channel channel, Curve curve) {
    this(part, channel, "", curve, false);
  }

  public LayerRow withCurve(Curve other) {
    return new LayerRow(part, channel, to, other, off);
  }

  LayerRow withTo(String other) {
    return new LayerRow(part, channel, other, curve, off);
  }

  public LayerRow withOff(boolean other) {
    return new LayerRow(part, channel, to, curve, other);
  }

  /** Whether it has a say. */
  boolean acts() {
    return !off && !curve.isEmpty();
  }

  /** Whether both are rows of one channel, whatever their keys. */
  public boolean isSameChannel(LayerRow other) {
    return channel == other.channel && part.equals(other.part) && to.equals(other.to);
  }

  private Item plain() {
    Item item = Item.empty();
    part.role()
        .ifPresentOrElse(r -> item.with("part", r.key()), () -> item.with("joint", part.joint()));
    item.with("channel", channel.key());
    if (!to.isEmpty()) {
      item.with("to", to);
    }
    if (off) {
      item.with("off", true);
    }
    return item.with("keys", CurveItems.plain(curve));
  }

  private static LayerRow read(Item item) {
    String called = item.text("part", "");
    String joint = item.text("joint", "");
    Optional<Role> role = Role.ofKey(called);
    if (role.isEmpty() && !called.isEmpty()) {
      throw new IllegalArgumentException("there is no part '" + Legible.of(called) + "'");
    }
    if (role.isEmpty() && joint.isEmpty()) {
      throw new IllegalArgumentException("a channel needs a part or a joint");
    }
    String channel = item.text("channel", "");
    return new LayerRow(
        role.map(PartName::of).orElseGet(() -> PartName.ofJoint(joint)),
        Channel.ofKey(channel)
            .orElseThrow(
                () ->
                    new IllegalArgumentException(
                        "there is no channel '" + Legible.of(channel) + "'")),
        item.text("to", ""),
        CurveItems.read(item.items("keys")),
        item.isOn("off"));
  }
}
