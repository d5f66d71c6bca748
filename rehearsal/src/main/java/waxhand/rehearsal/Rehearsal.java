package waxhand.rehearsal;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.text.Legible;
import waxhand.rehearsal.actor.Build;
import waxhand.rehearsal.actor.Performer;
import waxhand.rehearsal.actor.Score;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.damage.FootFaults;
import waxhand.rehearsal.mate.Mate;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scenario;
import waxhand.rehearsal.scene.Scene;

/**
 * A rehearsed take: the true motion, the raw motion a capture would give, and what is known of
 * both.
 *
 * @param truth exact motion
 * @param raw damaged motion
 * @param contacts frames in which parts rest exactly on what stands still
 * @param events quick things that must survive repair
 * @param faults damage that can be pointed at
 * @param things what stands about
 */
public record Rehearsal(
    Scenario scene,
    long seed,
    Clip truth,
    Clip raw,
    List<Contact> contacts,
    List<Score.Event> events,
    List<Fault> faults,
    List<Score.Thing> things) {
  private static final ObjectMapper JSON = new ObjectMapper();

  /**
   * What is to be simulated.
   *
   * @param seconds length
   * @param rateHz 1 to 1000
   * @param seed the same seed gives the same take
   * @param heightM of the actor
   * @param fingers whether hands have fingers
   * @param damage strengths by kind
   */
  public record Order(
      Scene scene,
      double seconds,
      double rateHz,
      long seed,
      double heightM,
      boolean fingers,
      Map<String, Double> damage) {
    public Order {
      check(seconds, rateHz);
    }

    /** The usual actor with the usual damage. */
    public static Order usual(Scene scene, double seconds, double rateHz, long seed) {
      return new Order(scene, seconds, rateHz, seed, 1.78, false, Damages.USUAL);
    }
  }

  private static void check(double seconds, double rateHz) {
    if (!(rateHz >= 1 && rateHz <= 1000)) {
      throw new IllegalArgumentException("rate " + rateHz + " Hz; it must be from 1 to 1000");
    }
    if (!(seconds * rateHz >= 1 && seconds <= 24 * 3600)) {
      throw new IllegalArgumentException(
          "length " + seconds + " s; it must hold a frame and end within a day");
    }
  }

  public static Rehearsal of(Order order) {
    Build build = new Build(order.heightM(), order.fingers());
    Score score = order.scene().score(order.heightM(), order.seconds(), order.seed());
    Performer performer = new Performer(build, score, order.seconds(), order.seed() + 17);
    int frames = (int) Math.round(order.seconds() * order.rateHz());
    Clip truth = performer.clip(frames, order.rateHz());
    Damaged damaged = Damages.apply(truth, order.damage(), order.seed() + 5);
    List<Score.Event> events =
        score.events().stream().filter(e -> e.time() * order.rateHz() < frames).toList();
    List<Contact> contacts = performer.contacts(frames, order.rateHz());
    List<Fault> faults = new ArrayList<>(damaged.faults());
    // feet of lost limbs and in frozen stretches are not at fault themselves
    Damaged placed = Damages.apply(truth, Damages.ofPlace(order.damage()), order.seed() + 5);
    faults.addAll(FootFaults.of(truth, placed.clip(), contacts));
    return new Rehearsal(
        order.scene(),
        order.seed(),
        truth,
        damaged.clip(),
        contacts,
        events,
        List.copyOf(faults),
        score.things());
  }

  /** A take of the mate, the second family. */
  public static Rehearsal ofMate(
      MateScene scene, double seconds, double rateHz, long seed, Map<String, Double> damage) {
    check(seconds, rateHz);
    Mate mate = new Mate(scene, seconds, seed);
    int frames = (int) Math.round(seconds * rateHz);
    Clip truth = mate.clip(frames, rateHz);
    Damaged damaged = Damages.apply(truth, damage, seed + 5);
    List<Contact> contacts = mate.contacts(frames, rateHz);
    List<Fault> faults = new ArrayList<>(damaged.faults());
    Damaged placed = Damages.apply(truth, Damages.ofPlace(damage), seed + 5);
    faults.addAll(FootFaults.of(truth, placed.clip(), contacts));
    return new Rehearsal(
        scene, seed, truth, damaged.clip(), contacts, List.of(), List.copyOf(faults), List.of());
  }

  /**
   * A take of the mate that was captured at a lower rate than that of its file, whose faults are
   * not known by frame.
   *
   * @param picturesHz below {@code rateHz}
   */
  public static Rehearsal pulledDown(
      MateScene scene,
      double seconds,
      double picturesHz,
      double rateHz,
      long seed,
      Map<String, Double> damage) {
    check(seconds, rateHz);
    Mate mate = new Mate(scene, seconds, seed);
    int frames = (int) Math.round(seconds * rateHz);
    Clip pictures = mate.clip((int) Math.ceil(seconds * picturesHz) + 1, picturesHz);
    // each frame shows the picture nearest to it in time
    int[] nearest = new int[frames];
    Arrays.setAll(nearest, f -> (int) Math.floor(f * picturesHz / rateHz + 0.5));
    Clip shown = Damages.apply(pictures, damage, seed + 5).clip().showing(nearest, rateHz);
    List<Contact> contacts = mate.contacts(frames, rateHz);
    Clip truth = mate.clip(frames, rateHz);
    return new Rehearsal(scene, seed, truth, shown, contacts, List.of(), List.of(), List.of());
  }

  /** The same take with its clips on another skeleton, where its faults are not told. */
  public Rehearsal with(Clip otherTruth, Clip otherRaw) {
    return new Rehearsal(scene, seed, otherTruth, otherRaw, contacts, events, List.of(), things);
  }

  /** What is known, as the text of a truth file. */
  public byte[] truthJson() {
    ObjectNode root = JSON.createObjectNode();
    root.put("take", scene.key()).put("seed", seed);
    root.put("rateHz", truth.rateHz()).put("frames", truth.frames());
    for (Contact contact : contacts) {
      root.withArray("contacts")
          .addObject()
          .put("part", contact.part().key())
          .put("from", contact.frames().from())
          .put("to", contact.frames().to());
    }
    for (Score.Event event : events) {
      root.withArray("events")
          .addObject()
          .put("kind", event.kind())
          .put("part", event.part())
          .put("frame", Math.round(event.time() * truth.rateHz()));
    }
    for (Score.Thing thing : things) {
      root.withArray("things")
          .addObject()
          .put("name", thing.name())
          .put("x", thing.x())
          .put("z", thing.z())
          .put("width", thing.width())
          .put("height", thing.height());
    }
    for (Fault fault : faults) {
      root.withArray("faults")
          .addObject()
          .put("kind", fault.kind())
          .put("part", fault.part())
          .put("from", fault.frames().from())
          .put("to", fault.frames().to())
          .put("slight", fault.slight());
    }
    try {
      return JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a tree of plain values can be written", e);
    }
  }

  /**
   * The faults of a truth file.
   *
   * @throws IOException if it is not JSON or a fault has no frames
   */
  public static List<Fault> faultsOf(byte[] truthJson) throws IOException {
    List<Fault> faults = new ArrayList<>();
    for (JsonNode node : JSON.readTree(truthJson).path("faults")) {
      faults.add(
          new Fault(
              node.path("kind").asText(),
              node.path("part").asText(),
              frames(node, "fault '" + Legible.of(node.path("kind").asText(), 40) + "'"),
              node.path("slight").asBoolean()));
    }
    return faults;
  }

  private static Frames frames(JsonNode node, String what) throws IOException {
    JsonNode from = node.path("from");
    JsonNode to = node.path("to");
    boolean whole =
        from.isIntegralNumber()
            && from.canConvertToInt()
            && to.isIntegralNumber()
            && to.canConvertToInt();
    if (!whole || from.intValue() < 0 || to.intValue() < from.intValue()) {
      throw new IOException(what + " has no frames: from " + quoted(from) + " to " + quoted(to));
    }
    return new Frames(from.intValue(), to.intValue());
  }

  private static String quoted(JsonNode value) {
    return value.isMissingNode() ? "nothing" : Legible.of(value.toString(), 40);
  }

  /**
   * The contacts of a truth file.
   *
   * @throws IOException if it is not JSON or names an unknown part
   */
  public static List<Contact> contactsOf(byte[] truthJson) throws IOException {
    List<Contact> contacts = new ArrayList<>();
    for (JsonNode node : JSON.readTree(truthJson).path("contacts")) {
      String key = node.path("part").asText();
      ContactPart part =
          Arrays.stream(ContactPart.values())
              .filter(p -> p.key().equals(key))
              .findFirst()
              .orElseThrow(
                  () ->
                      new IOException("there is no part '" + Legible.of(key) + "' to touch with"));
      contacts.add(new Contact(part, frames(node, "contact of " + key)));
    }
    return contacts;
  }
}
