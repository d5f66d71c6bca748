package waxhand.rehearsal.wreck;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** Broken ZIP files whose first entry is a JSON document. */
public final class ZipWrecks {
  private ZipWrecks() {}

  private record Item(String name, byte[] bytes) {}

  /** The wreck of a seed. */
  public static Wreck of(byte[] whole, long seed) {
    Random random = new Random(seed);
    try {
      List<Item> items = items(whole);
      switch (random.nextInt(10)) {
        case 0:
          return new Wreck("cut", Arrays.copyOf(whole, random.nextInt(whole.length)));
        case 1:
          return new Wreck("bits", TakeWrecks.flipped(whole, random));
        case 2:
          items.remove(random.nextInt(items.size()));
          return new Wreck("an entry gone", zip(items));
        case 3:
          return new Wreck("an entry twice", doubled(items, random));
        case 4:
          int n = random.nextInt(items.size());
          String other = Oddities.of(Oddities.NAMES, random);
          items.set(
              n, new Item(other.substring(0, Math.min(60, other.length())), items.get(n).bytes()));
          return new Wreck("an entry of another name", zip(items));
        case 5:
          int raw = items.size() - 1;
          Wreck take = TakeWrecks.of(items.get(raw).bytes(), seed);
          items.set(raw, new Item(items.get(raw).name(), take.bytes()));
          return new Wreck("a take: " + take.what(), zip(items));
        default:
          Wreck json = JsonWrecks.of(items.get(0).bytes(), seed);
          items.set(0, new Item(items.get(0).name(), json.bytes()));
          return new Wreck("its JSON: " + json.what(), zip(items));
      }
    } catch (IOException e) {
      throw new IllegalArgumentException("the whole one is no ZIP", e);
    }
  }

  private static List<Item> items(byte[] zip) throws IOException {
    List<Item> items = new ArrayList<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        items.add(new Item(e.getName(), in.readAllBytes()));
      }
    }
    return items;
  }

  /** With one entry twice: nothing that packs does that, but whoever edits bytes can. */
  private static byte[] doubled(List<Item> items, Random random) throws IOException {
    Item twin = items.get(random.nextInt(items.size()));
    // no library writes a name twice: it is written under one as long, which is then changed
    byte[] name = twin.name().getBytes(StandardCharsets.UTF_8);
    byte[] other = name.clone();
    other[other.length - 1] = '~';
    List<Item> more = new ArrayList<>(items);
    more.add(new Item(new String(other, StandardCharsets.UTF_8), twin.bytes()));
    byte[] bytes = zip(more);
    for (int at = 0; at + other.length <= bytes.length; at++) {
      if (Arrays.equals(bytes, at, at + other.length, other, 0, other.length)) {
        System.arraycopy(name, 0, bytes, at, name.length);
      }
    }
    return bytes;
  }

  private static byte[] zip(List<Item> items) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (Item item : items) {
        zip.putNextEntry(new ZipEntry(item.name()));
        zip.write(item.bytes());
        zip.closeEntry();
      }
    }
    return bytes.toByteArray();
  }
}
