package waxhand.core.contact;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/** Contacts that come to be known piece by piece. */
class KnownContactsTest {
  private static final Frames ALL = Frames.first(400);
  private static final Contact TOE = new Contact(ContactPart.LEFT_TOE, new Frames(50, 250));
  private static final KnownContacts WHOLE =
      new KnownContacts(FrameSet.of(ALL), List.of(TOE, new Contact(ContactPart.LEFT_HEEL, ALL)));

  /** Known from frame 100 on first, then something happens, then the frames before it come. */
  private static KnownContacts after(UnaryOperator<KnownContacts> happens) {
    KnownContacts behind = KnownContacts.NONE.patched(new Frames(100, 400), WHOLE);
    assertThat(behind.contacts()).extracting(c -> c.frames().from()).containsOnly(100);
    return happens.apply(behind).patched(Frames.first(100), WHOLE);
  }

  @Test
  void piecesAreJoinedWhateverHappensMeanwhile() {
    assertThat(after(known -> known)).isEqualTo(WHOLE);
    assertThat(after(known -> known.mirrored().mirrored())).isEqualTo(WHOLE);
    assertThat(after(known -> known.within(ALL))).isEqualTo(WHOLE);
    assertThat(after(known -> known.through(TimeMap.all(400)))).isEqualTo(WHOLE);
    Contact later = new Contact(ContactPart.RIGHT_TOE, new Frames(350, 360));
    KnownContacts cut = after(known -> known.with(new Frames(340, 400), List.of(later)));
    assertThat(cut.contacts())
        .containsExactly(new Contact(ContactPart.LEFT_HEEL, Frames.first(340)), TOE, later);
  }

  @Test
  void whatBeginsWhereAnotherEndsStaysApart() {
    Contact first = new Contact(ContactPart.LEFT_TOE, new Frames(20, 100));
    Contact second = new Contact(ContactPart.LEFT_TOE, new Frames(100, 180));
    KnownContacts two = new KnownContacts(FrameSet.of(ALL), List.of(first, second));
    KnownContacts behind = KnownContacts.NONE.patched(new Frames(100, 400), two);
    assertThat(behind.patched(Frames.first(100), two)).isEqualTo(two);
  }
}
