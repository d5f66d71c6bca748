package waxhand.desk.rail;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Plate;
import waxhand.core.passes.PassKinds;

/** Which plates lie on each other on a crowded rail. */
class SlotTest {
  private static List<Plate> plates(String... kinds) {
    List<Plate> plates = new ArrayList<>();
    for (String kind : kinds) {
      plates.add(Plate.of("p" + plates.size(), PassKinds.of(kind).orElseThrow().defaults()));
    }
    return plates;
  }

  @Test
  void neighboursOfAStageAreAStackButForTheChosenOneAndAcrossNoFlag() {
    List<Plate> plates =
        plates("despike", "gap-fill", "smooth", "level", "smooth", "smooth", "smooth", "tether");
    assertThat(Slot.stacked(plates, Set.of(), Set.of(0, 8)))
        .containsExactly(new Slot(0, 3), new Slot(3, 4), new Slot(4, 7), new Slot(7, 8));
    assertThat(Slot.stacked(plates, Set.of("p5"), Set.of(0, 8)))
        .containsExactly(
            new Slot(0, 3),
            new Slot(3, 4),
            new Slot(4, 5),
            new Slot(5, 6),
            new Slot(6, 7),
            new Slot(7, 8));
    assertThat(Slot.stacked(plates, Set.of(), Set.of(1, 8)).get(0)).isEqualTo(new Slot(0, 1));
    assertThat(Slot.stacked(plates, Set.of(), Set.of(1, 8)).get(1)).isEqualTo(new Slot(1, 3));
  }

  /** No more is folded than must be, and what is far from the work before what is near. */
  @Test
  void stacksAreMadeOnlyWhereThereIsNoRoomFarFromTheWorkFirst() {
    List<Plate> plates =
        plates("despike", "gap-fill", "smooth", "level", "plants", "smooth", "despike");
    assertThat(Slot.fitted(plates, Set.of("p6"), Set.of(0, 7), 7, 6)).hasSize(7);
    assertThat(Slot.fitted(plates, Set.of("p6"), Set.of(0, 7), 6, 6))
        .startsWith(new Slot(0, 3), new Slot(3, 4))
        .hasSize(5);
    assertThat(Slot.fitted(plates, Set.of("p6"), Set.of(0, 7), 4, 6))
        .containsExactly(new Slot(0, 3), new Slot(3, 5), new Slot(5, 6), new Slot(6, 7));
  }

  @Test
  void everyPlateHasOnePlaceInOrderWhateverStandsOpen() {
    Random random = new Random(2);
    for (int n = 0; n < 300; n++) {
      String[] kinds = new String[random.nextInt(30)];
      Set<String> open = new HashSet<>();
      Set<Integer> stops = new HashSet<>();
      for (int i = 0; i < kinds.length; i++) {
        kinds[i] = PassKinds.ALL.get(random.nextInt(PassKinds.ALL.size())).id();
        if (random.nextInt(6) == 0) {
          open.add("p" + i);
        }
        if (random.nextInt(8) == 0) {
          stops.add(i);
        }
      }
      List<Plate> plates = plates(kinds);
      int next = 0;
      for (Slot slot : Slot.stacked(plates, open, stops)) {
        assertThat(slot.from()).isEqualTo(next);
        assertThat(slot.count()).isPositive();
        for (int i = slot.from(); i < slot.to(); i++) {
          assertThat(plates.get(i).pass().kind().stage())
              .isEqualTo(plates.get(slot.from()).pass().kind().stage());
          assertThat(!slot.isStack() || !open.contains("p" + i)).isTrue();
          assertThat(i > slot.from() && stops.contains(i)).isFalse();
        }
        next = slot.to();
      }
      assertThat(next).isEqualTo(plates.size());
      int room = random.nextInt(30);
      List<Slot> fitted = Slot.fitted(plates, open, stops, room, random.nextInt(30));
      assertThat(fitted.stream().mapToInt(Slot::count).sum()).isEqualTo(plates.size());
      int least = Slot.stacked(plates, open, stops).size();
      assertThat(fitted.size()).isLessThanOrEqualTo(Math.max(room, least));
      if (plates.size() <= room) {
        assertThat(fitted).hasSize(plates.size());
      }
    }
  }
}
