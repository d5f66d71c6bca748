package waxhand.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class LegibleTest {
  @Test
  void whatIsReadableStaysAndTheRestIsSpelledOut() {
    assertThat(Legible.of("Hüfte 左 🦶")).isEqualTo("Hüfte 左 🦶");
    assertThat(Legible.of("a\u001b[2Jb")).isEqualTo("a\\u001b[2Jb");
    assertThat(Legible.of("x\u202Egnp\n\t\u0085\u2028"))
        .isEqualTo("x\\u202egnp\\u000a\\u0009\\u0085\\u2028");
    assertThat(Legible.of("\uD83E")).as("half a character").isEqualTo("\\ud83e");
    assertThat(Legible.of("\uDB40\uDC41")).as("an invisible tag").isEqualTo("\\udb40\\udc41");
  }

  @Test
  void noMoreThanTwoHundredCharactersAreQuoted() {
    assertThat(Legible.of("a".repeat(200))).isEqualTo("a".repeat(200));
    assertThat(Legible.of("a".repeat(201))).isEqualTo("a".repeat(199) + "…");
    assertThat(Legible.of("\u001b".repeat(50_000_000))).hasSize(200).endsWith("…");
    String feet = Legible.of("🦶".repeat(150));
    assertThat(feet).hasSizeLessThanOrEqualTo(200).endsWith("🦶…").doesNotContain("\\u");
  }

  @Test
  void wholeNumbersHaveNoPoint() {
    assertThat(Legible.of(-3.0)).isEqualTo("-3");
    assertThat(Legible.of(0.0005)).isEqualTo("5.0E-4");
    assertThat(Legible.of(1e308)).isEqualTo("1.0E308");
  }
}
