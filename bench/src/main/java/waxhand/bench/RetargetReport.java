package waxhand.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Wardrobe;
import waxhand.core.contact.Contact;
import waxhand.core.contact.KnownContacts;
import waxhand.core.measure.CarriedOver;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.actor.Build;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scene;

/** True takes of both families put on other bodies, and how well they came over. */
public final class RetargetReport {
  private RetargetReport() {}

  public static void main(String[] args) {
    List<Character> targets = new ArrayList<>(LayFigures.all());
    targets.add(character("child", Body.of(new Build(1.05, false).skeleton())));
    targets.add(character("giant", Body.of(new Build(2.45, true).skeleton())));
    for (long seed : new long[] {3, 11, 27}) {
      Rehearsal mates = Rehearsal.ofMate(MateScene.values()[0], 2, 30, seed, Map.of());
      targets.add(
          character(
              "convention-" + seed, read(Convention.drawn(seed).of(mates).take().truth()).body()));
    }
    Map<String, List<Map<String, Double>>> all = new LinkedHashMap<>();
    for (Scene scene : Scene.values()) {
      Rehearsal take = Rehearsal.of(new Rehearsal.Order(scene, 8, 60, 501, 1.78, true, Map.of()));
      report(scene.key(), take, targets, all);
    }
    int n = 0;
    for (MateScene scene : MateScene.values()) {
      Rehearsal take = Rehearsal.ofMate(scene, 8, 60, 601 + n, Map.of());
      Rehearsal told = n % 2 == 0 ? take : Convention.drawn(40 + n).of(take).take();
      report(scene.key() + (n % 2 == 0 ? "" : "-" + (40 + n)), told, targets, all);
      n++;
    }
    all.forEach(Figures::print);
  }

  /** A clip as a file of it is understood. */
  private static Motion read(Clip clip) {
    try {
      byte[] bytes = BvhWriter.write(clip, Unit.CM, Up.Y);
      return TakeFiles.read("take.bvh", bytes, Reading.GUESS.withRestFrames(0), Work.UNWATCHED)
          .motion();
    } catch (FormatException e) {
      throw new IllegalStateException("what we wrote can be read", e);
    }
  }

  private static Character character(String name, Body body) {
    return new Character(name, body, java.util.Optional.empty(), java.util.Optional.empty());
  }

  private static void report(
      String name,
      Rehearsal take,
      List<Character> targets,
      Map<String, List<Map<String, Double>>> all) {
    Motion bare = read(take.truth());
    KnownContacts contacts =
        new KnownContacts(FrameSet.of(bare.clip().allFrames()), take.contacts());
    Wardrobe wardrobe = new Wardrobe(targets).with(character("back", bare.body()));
    Motion in = bare.with(contacts).with(wardrobe);
    for (Character target : targets) {
      Motion on = put(in, RetargetPass.to(target.name()));
      Motion back = put(on.with(wardrobe), RetargetPass.to("back"));
      RetargetPass free = RetargetPass.to(target.name());
      free = free.withFeet(0).withHands(0);
      CarriedOver bareOver = CarriedOver.of(in, put(in, free), List.of(), 0);
      CarriedOver over = CarriedOver.of(in, on, soles(KnownContacts.of(on).contacts()), 0);
      Map<String, Double> row = new LinkedHashMap<>();
      row.put("direction free", bareOver.directionDeg());
      row.put("direction", over.directionDeg());
      Motion sized = put(in, RetargetPass.to(target.name()).withProps(1));
      row.put("props sized", CarriedOver.of(in, sized, List.of(), 0).directionDeg());
      row.put("speed mm/s", over.speedMms());
      row.put("float mm", over.floatMm());
      row.put("sink mm", over.sinkMm());
      row.put("knee", over.kneePeak());
      if (!Double.isNaN(over.elbowPeak())) {
        row.put("elbow", over.elbowPeak());
      }
      row.put("back mm", again(in, back, target.body()));
      row.put("back, all joints", Comparison.of(in, back, List.of()).poseRmsMm());
      all.computeIfAbsent(target.name(), k -> new ArrayList<>()).add(row);
      System.out.printf(Locale.ROOT, "%-20s %-14s %s%n", name, target.name(), shown(row));
    }
  }

  /** How far joints that play a part on both bodies are off, the hips laid on each other, mm. */
  private static double again(Motion in, Motion back, Body over) {
    Body body = in.body();
    int hips = body.joint(Role.HIPS).orElseThrow();
    int[] both =
        body.joints().entrySet().stream()
            .filter(e -> over.joint(e.getKey()).isPresent())
            .mapToInt(Map.Entry::getValue)
            .toArray();
    WorldPose is = new WorldPose(body.skeleton());
    WorldPose was = new WorldPose(body.skeleton());
    double sum = 0;
    for (int f = 0; f < in.clip().frames(); f++) {
      was.solve(in.clip(), f);
      is.solve(back.clip(), f);
      for (int j : both) {
        for (int i = 0; i < 3; i++) {
          double off =
              is.positions()[3 * j + i]
                  - is.positions()[3 * hips + i]
                  - was.positions()[3 * j + i]
                  + was.positions()[3 * hips + i];
          sum += off * off;
        }
      }
    }
    return 1000 * Math.sqrt(sum / in.clip().frames() / both.length);
  }

  private static List<Contact> soles(List<Contact> contacts) {
    return contacts.stream().filter(c -> c.part().isSole() && c.part().place() < 2).toList();
  }

  private static Motion put(Motion in, RetargetPass pass) {
    return Plate.of("retarget", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static String shown(Map<String, Double> row) {
    StringBuilder text = new StringBuilder();
    row.forEach((k, v) -> text.append(String.format(Locale.ROOT, "%s %.2f  ", k, v)));
    return text.toString();
  }
}
