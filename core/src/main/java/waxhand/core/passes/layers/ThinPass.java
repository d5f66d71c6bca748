package waxhand.core.passes.layers;

import java.util.BitSet;
import java.util.List;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.contact.Ground;
import waxhand.core.contact.KnownContacts;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.scene.Motion;
import waxhand.core.thin.BodyThinner;
import waxhand.core.thin.Tolerance;
import waxhand.core.work.Work;

/**
 * Tells every curve by few keys, so that a person can go on by hand: within a tolerance on how
 * every part is turned and on where it and its tip are in the world; what rests stays at rest. Or
 * finds the fewest key poses of the whole body. {@link LayerKeys} opens the keys as a layer.
 *
 * <p>Thins in fixed blocks, so that an edit costs the blocks it touches; their ends are keys.
 *
 * @param keys what they are of
 * @param toleranceRad by how much any part may come to be turned, radians
 * @param toleranceM how far any part and its tip may come to be off in the world, metres
 * @param holdsContacts whether what rests is kept from sliding
 */
public record ThinPass(Keys keys, double toleranceRad, double toleranceM, boolean holdsContacts)
    implements Pass {
  /** Frames thinned together. */
  static final int BLOCK = 3 * Track.CHUNK;

  /** What keys are of. */
  public enum Keys implements Worded {
    /** Each curve has its own. */
    CURVES("each curve"),
    /** All parts have theirs in the same frames. */
    POSES("whole poses");

    private final String words;

    Keys(String words) {
      this.words = words;
    }

    @Override
    public String words() {
      return words;
    }
  }

  private static final Amount RAD =
      new Amount(
          "toleranceRad",
          "Angle",
          "°",
          0,
          Math.toRadians(15),
          Math.toRadians(0.1),
          "No part comes to be turned by more; 0 keeps every sample.");

  private static final Amount M =
      new Amount(
          "toleranceM",
          "Place",
          "mm",
          0,
          0.1,
          0.0005,
          "No part and no tip comes to be farther off in the world; 0 keeps every sample.");

  public static final PassKind<ThinPass> KIND =
      new PassKind<ThinPass>(
              "thin",
              "Thin",
              "Few keys in the place of dense samples, within a tolerance; feet that rest are held.",
              new ThinPass(Keys.CURVES, Math.toRadians(1), 0.005, true),
              List.of(
                  Setting.choice(
                      "keys",
                      "Keys of",
                      Keys.class,
                      "Each curve by itself, or whole poses that all parts share.",
                      ThinPass::keys,
                      (p, v) -> new ThinPass(v, p.toleranceRad, p.toleranceM, p.holdsContacts)),
                  RAD.of(
                      ThinPass::toleranceRad,
                      (p, v) -> new ThinPass(p.keys, v, p.toleranceM, p.holdsContacts)),
                  M.of(
                      ThinPass::toleranceM,
                      (p, v) -> new ThinPass(p.keys, p.toleranceRad, v, p.holdsContacts)),
                  new Setting.Switch<>(
                      "holdsContacts",
                      "What rests stays",
                      "Feet, hands and knees that rest hardly move; that takes more keys.",
                      ThinPass::holdsContacts,
                      (p, v) -> new ThinPass(p.keys, p.toleranceRad, p.toleranceM, v))),
              true)
          .in(Stage.ACTING);

  public ThinPass {
    RAD.check(toleranceRad);
    M.check(toleranceM);
  }

  @Override
  public PassKind<ThinPass> kind() {
    return KIND;
  }

  /** Poses are too few for what rests to stay. */
  private boolean holds() {
    return holdsContacts && keys == Keys.CURVES;
  }

  @Override
  public boolean uses(String key) {
    return !key.equals("holdsContacts") || keys == Keys.CURVES;
  }

  @Override
  public boolean finds() {
    return holds();
  }

  @Override
  public Ready prepared(Motion in, Place place) {
    return new Ready(this, place, holds() ? contacts(in) : List.of());
  }

  /** Those that are known, and where none are those that are found. */
  private static List<Contact> contacts(Motion in) {
    KnownContacts known = KnownContacts.of(in);
    FrameSet unknown = FrameSet.of(in.clip().allFrames()).minus(known.where());
    if (unknown.isEmpty()) {
      return known.contacts();
    }
    Ground ground = Ground.found(in, Floor.height(in));
    List<Contact> found = new ContactFinder(ContactSettings.USUAL, ground.surfaces()).find(in);
    KnownContacts all = known;
    for (Frames run : unknown.runs()) {
      all = all.with(run, found);
    }
    return all.contacts();
  }

  /** The pass with the contacts it holds. */
  public record Ready(ThinPass pass, Place place, List<Contact> contacts) implements Prepared {
    @Override
    public int reach() {
      return BLOCK + 1;
    }

    @Override
    public int block() {
      return BLOCK;
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      if (pass.toleranceRad == 0 || pass.toleranceM == 0) {
        return in;
      }
      return in.with(
          InBlocks.of(in.clip(), frames, work, BLOCK, run -> block(in, run).into(in.clip())));
    }

    /**
     * The block in which a frame lies, thinned.
     *
     * @param run a frame or more of it
     */
    BodyThinner.Thinned block(Motion in, Frames run) {
      int from = run.from() / BLOCK * BLOCK;
      // the frame behind it is a key of both
      Frames block = new Frames(from, from + BLOCK + 1).within(place.frames(in.clip().frames()));
      BitSet joints = place.joints(in.body());
      Tolerance tolerance = new Tolerance(pass.toleranceRad, pass.toleranceM, pass.holdsContacts);
      BodyThinner thinner = new BodyThinner(in.body(), joints, tolerance, contacts);
      return pass.keys == Keys.POSES
          ? thinner.poses(in.clip(), block)
          : thinner.thin(in.clip(), block);
    }
  }
}
