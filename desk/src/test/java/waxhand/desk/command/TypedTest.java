package waxhand.desk.command;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class TypedTest {
  @Test
  void partsOfNamesAreFoundAndBeginningsOfWhatElseIsSaid() {
    Typed thin = Typed.of(" Thin ");
    assertThat(thin.finds("Thin", "acting Tells dense samples by few keys.")).isTrue();
    assertThat(thin.finds("Despike", "signal Replaces wild frames; nothing else.")).isFalse();
    assertThat(Typed.of("spike").finds("Despike", "")).isTrue();
    assertThat(Typed.of("gap fra").finds("Gap fill", "signal Fills frames")).isTrue();
    assertThat(Typed.of("gap wild").finds("Gap fill", "signal Fills frames")).isFalse();
    assertThat(Typed.of("  ").finds("anything", "")).isTrue();
  }

  @Test
  void whatIsCalledSoIsMeantFirst() {
    assertThat(Typed.of("fill").names("Gap fill")).isTrue();
    assertThat(Typed.of("spike").names("Despike")).isFalse();
    assertThat(Typed.of("f").names("Gap-fill")).isTrue();
  }
}
