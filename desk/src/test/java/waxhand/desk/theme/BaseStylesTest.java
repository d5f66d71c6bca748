package waxhand.desk.theme;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import java.util.stream.Collectors;
import javafx.css.CssParser;
import javafx.css.Selector;
import javafx.css.Stylesheet;
import org.junit.jupiter.api.Test;

class BaseStylesTest {
  private static Set<String> selectors(String sheet) {
    Stylesheet parsed = new CssParser().parse(sheet);
    return parsed.getRules().stream()
        .flatMap(r -> r.getSelectors().stream())
        .map(Selector::toString)
        .collect(Collectors.toSet());
  }

  @Test
  void leavesOutSelectorsOfControlsThatAreNotThere() {
    String sheet =
        ".a { x: 1; } /* .b { */ .tab-pane > .c, .d:hover .tab-label { y: url(\"data:,A;B\"); }"
            + " .chart-pie, .tree-view { z: 0; }";
    assertThat(BaseStyles.kept(sheet).replace(" ", ""))
        .isEqualTo(".a{x:1;}.d:hover.tab-label{y:url(\"data:,A;B\");}");
  }

  @Test
  void allElseOfTheThemeStaysWordForWord() {
    Set<String> whole = selectors(BaseStyles.whole());
    Set<String> kept = selectors(BaseStyles.kept(BaseStyles.whole()));
    assertThat(whole).containsAll(kept);
    assertThat(kept.size()).isBetween(150, whole.size() / 2);
    for (String style : new String[] {"button", "check-box", "combo-box", "list-view", "tooltip"}) {
      assertThat(kept).as(style).anyMatch(s -> s.contains(style));
    }
    assertThat(CssParser.errorsProperty()).isEmpty();
  }
}
