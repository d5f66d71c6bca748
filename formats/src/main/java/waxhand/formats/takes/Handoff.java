package waxhand.formats.takes;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.CharacterFile;
import waxhand.core.character.Worn;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Resampler;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Channels;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.Wish;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.Room;
import waxhand.formats.disk.Untouchable;
import waxhand.formats.disk.WholeFile;

/**
 * How a take leaves: which frames, in which unit and axes.
 *
 * @param range frames handed on; all of them while empty
 * @param unit as in the raw file while empty
 * @param up as in the raw file while empty
 * @param rateHz frames a second; as the take has while empty
 * @param wishes what is wanted besides; where the format does not grant it, a rest pose stays away
 *     and keys are refused
 * @param keyed frames of the result at which joints have keys by hand; these stay where few keys
 *     leave
 */
public record Handoff(
    Optional<Frames> range,
    Optional<Unit> unit,
    Optional<Up> up,
    OptionalDouble rateHz,
    Set<Wish> wishes,
    Map<Integer, int[]> keyed) {
  public static final Handoff AS_IT_CAME =
      new Handoff(Optional.empty(), Optional.empty(), Optional.empty());

  public Handoff(Optional<Frames> range, Optional<Unit> unit, Optional<Up> up) {
    this(range, unit, up, OptionalDouble.empty(), Set.of(), Map.of());
  }

  public Handoff {
    if (rateHz.isPresent() && !Limits.isRate(rateHz.getAsDouble())) {
      throw new IllegalArgumentException(
          rateHz.getAsDouble() + " frames a second; it must be from 1 to 2000");
    }
    wishes = Set.copyOf(wishes);
  }

  public Handoff atRate(OptionalDouble hz) {
    return new Handoff(range, unit, up, hz, wishes, keyed);
  }

  /** With the keys of the layer in which a chain ends, where that replaces what lies beneath. */
  public Handoff keyedBy(Evaluator.Stages stages) {
    List<Plate> plates = stages.chain().plates();
    int last = plates.size() - 1;
    while (last >= 0 && !plates.get(last).acts()) {
      last--;
    }
    boolean replaces = last >= 0 && stages.pass(last) instanceof LayerPass l && l.replaces();
    Map<Integer, int[]> keys =
        replaces ? ((LayerPass) stages.pass(last)).keyed(stages.result()) : Map.of();
    return new Handoff(range, unit, up, rateHz, wishes, keys);
  }

  /**
   * @param wanted whether this is wanted
   */
  public Handoff with(Wish wish, boolean wanted) {
    Set<Wish> other = EnumSet.noneOf(Wish.class);
    other.addAll(wishes);
    other.remove(wish);
    if (wanted) {
      other.add(wish);
    }
    return new Handoff(range, unit, up, rateHz, other, keyed);
  }

  /** Largest distance, metres, between what was meant and what was read back. */
  private static final double TOLERANCE_M = 1e-4;

  /** The same where few keys stand for many frames. */
  private static final double KEYED_TOLERANCE_M = 2e-3;

  /**
   * What was written and read back.
   *
   * @param frames handed on
   * @param worstMm 95th percentile of the distance between what was meant and what the file holds
   * @param without names of channels that have no place in the file
   */
  public record Receipt(Path path, int frames, long bytes, double worstMm, List<String> without) {
    public String words() {
      return String.format(
              Locale.ROOT,
              "%s: %d frames, %.1f MB, read back within %.3f mm",
              Legible.whole(path.getFileName().toString()),
              frames,
              bytes / 1e6,
              worstMm)
          + (without.isEmpty()
              ? ""
              : "; without "
                  + (without.size() == 1 ? "the channel " : without.size() + " channels, such as ")
                  + Legible.of(without.get(0), 40));
    }
  }

  /**
   * Writes a result, reads it back and compares; only then it takes its place. On any failure a
   * file that was there stays as it was.
   *
   * @throws FormatException if it would replace the raw take itself, or does not read back as meant
   */
  public Receipt write(Motion result, RawTake raw, Path path, Work work) throws FormatException {
    Clip clip = result.clip();
    Frames frames = range.orElse(clip.allFrames()).within(clip.allFrames());
    String name = path.toString();
    if (frames.isEmpty()) {
      throw new FormatException(name, "the range holds no frame");
    }
    Unit out = unit.or(() -> Unit.ofKey(raw.reading().getOrDefault("unit", ""))).orElse(Unit.CM);
    Up axis = up.or(() -> Up.ofKey(raw.reading().getOrDefault("up", ""))).orElse(Up.Y);
    Optional<Path> origin =
        raw.origin().map(path.getFileSystem()::getPath).filter(Files::isRegularFile);
    if (origin.isPresent()) {
      new Untouchable().reads(origin.get(), "the raw take itself").claim(path);
    }
    Room.need(name, memoryBytes(clip, frames), "its text");
    TakeFormat format = Formats.named(name).orElseGet(() -> Formats.of(raw));
    if (format.writer().isEmpty()) {
      throw new FormatException(name, format.words() + " is read, but not written");
    }
    Optional<RawTake> source = source(result, raw, work);
    TakeFormat.Writer writer = format.writer().get();
    boolean few = wishes.contains(Wish.KEYS);
    if (few && !writer.grants().contains(Wish.KEYS)) {
      throw new FormatException(
          name, format.words() + " has a value in every frame: keys with slopes leave as glTF");
    }
    double tolerance = few ? KEYED_TOLERANCE_M : TOLERANCE_M;
    boolean rest =
        writer.grants().contains(Wish.REST)
            && wishes.contains(Wish.REST)
            && raw.restFrames() > 0
            && Worn.by(result).isEmpty()
            && format.id().equals(raw.reading().get("format"));
    Motion leaving = result;
    Frames leave = frames;
    boolean other = rateHz.isPresent() && Math.abs(rateHz.getAsDouble() - clip.rateHz()) > 1e-6;
    if (other) {
      Clip slower = Resampler.resampled(clip.cut(frames), rateHz.getAsDouble());
      double step = clip.rateHz() / rateHz.getAsDouble();
      Channels beside = Channels.of(result).cut(frames).sampled(slower.frames(), n -> n * step);
      leaving = result.with(slower).with(beside);
      leave = slower.allFrames();
      rest = false;
    }
    Set<Wish> granted = EnumSet.noneOf(Wish.class);
    granted.addAll(wishes);
    granted.retainAll(writer.grants());
    if (!rest) {
      granted.remove(Wish.REST);
    }
    double slower = leaving.clip().rateHz() / clip.rateHz();
    int from = other ? frames.from() : 0;
    Map<Integer, int[]> keys = new HashMap<>();
    keyed.forEach(
        (j, own) ->
            keys.put(
                j, Arrays.stream(own).map(k -> (int) Math.rint((k - from) * slower)).toArray()));
    Outgoing take = new Outgoing(leaving, source, leave, out, axis, granted, keys);
    byte[] bytes = writer.write(take, path.getFileName().toString(), work);
    Map<Path, byte[]> companions = companions(writer, take, path);
    if (origin.isEmpty()
        && WholeFile.holds(path, raw.bytes())
        && !Arrays.equals(bytes, raw.bytes())) {
      // it may be the file the take came from; where that lies is not known any more
      throw new FormatException(
          name, "this may be the raw take itself: it holds the same bytes; give another name");
    }
    Reading reading =
        Reading.GUESS
            .withUnit(out)
            .withUp(axis)
            .withRate(leaving.clip().rateHz())
            .withRestFrames(rest ? raw.restFrames() : 0);
    reading = writer.reads(take, reading);
    Motion meant = leaving.with(leaving.clip().cut(leave)).with(Channels.of(leaving).cut(leave));
    Reading back = reading;
    ReadBack checked =
        AtomicFile.write(
            path,
            stream -> stream.write(bytes),
            written ->
                ReadBack.of(
                    path,
                    writer.again(
                        WholeFile.read(written, WholeFile.MOST_BYTES),
                        take,
                        path.getFileName().toString()),
                    back,
                    meant,
                    tolerance,
                    work));
    for (Map.Entry<Path, byte[]> companion : companions.entrySet()) {
      AtomicFile.write(companion.getKey(), stream -> stream.write(companion.getValue()));
    }
    double worstMm = checked.difference().positionP95Mm();
    return new Receipt(path, leave.count(), bytes.length, worstMm, checked.without());
  }

  /**
   * What must lie beside the file.
   *
   * @throws FormatException if something else lies there
   */
  private static Map<Path, byte[]> companions(TakeFormat.Writer writer, Outgoing take, Path path)
      throws FormatException {
    Map<Path, byte[]> all = new LinkedHashMap<>();
    for (Map.Entry<String, byte[]> e :
        writer.beside(take, path.getFileName().toString()).entrySet()) {
      Path companion = path.resolveSibling(e.getKey());
      if (WholeFile.holds(companion, e.getValue())) {
        continue;
      }
      if (Files.exists(companion)) {
        throw new FormatException(
            companion.toString(),
            "another file of this name lies there, and what is written needs it; choose another"
                + " name or folder");
      }
      all.put(companion, e.getValue());
    }
    return all;
  }

  /**
   * The file whose skeleton a result stands on: the raw take, or that of the character it was put
   * on; none where that came in no file of takes.
   */
  static Optional<RawTake> source(Motion result, RawTake raw, Work work) throws FormatException {
    Optional<Character> worn = Worn.by(result);
    if (worn.isEmpty()) {
      return Optional.of(raw);
    }
    Optional<CharacterFile> file = worn.get().file();
    return file.isPresent() && Formats.named(file.get().name()).isPresent()
        ? Characters.take(file.get(), work)
        : Optional.empty();
  }

  /** About what handing on takes at a time: the text, and what is read back from it. */
  public static long memoryBytes(Clip clip, Frames frames) {
    return 160L * clip.skeleton().size() * frames.count();
  }
}
