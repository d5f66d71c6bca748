package waxhand.desk.theme;

import atlantafx.base.theme.PrimerLight;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The styles of plain controls, without those of controls that the window has none of: JavaFX holds
 * every control it makes against every rule there is, and half of them were for nothing.
 */
final class BaseStyles {
  private BaseStyles() {}

  /** Style classes of controls, and of their parts, that are nowhere in the window. */
  static final Set<String> UNUSED =
      Set.of(
          // of JavaFX
          "accordion",
          "axis",
          "calendar-grid",
          "check-menu-item",
          "color-palette",
          "color-picker",
          "color-picker-label",
          "color-rect-pane",
          "color-square",
          "column-header",
          "column-header-background",
          "custom-color-dialog",
          "date-picker",
          "date-picker-popup",
          "dialog-pane",
          "html-editor",
          "menu-bar",
          "pagination",
          "pagination-control",
          "progress-indicator",
          "radio-button",
          "radio-menu-item",
          "spinner",
          "split-menu-button",
          "split-pane",
          "tab",
          "tab-header-area",
          "tab-pane",
          "table-cell",
          "table-column",
          "table-row-cell",
          "table-view",
          "titled-pane",
          "tool-bar",
          "tree-cell",
          "tree-table-cell",
          "tree-table-row-cell",
          "tree-table-view",
          "tree-view",
          // of the theme, and its variants
          "accent",
          "alt-icon",
          "bb-code",
          "bordered",
          "breadcrumbs",
          "button-circle",
          "button-icon",
          "button-outlined",
          "calendar",
          "caption-menu-item",
          "card",
          "center-pill",
          "custom-text-field",
          "danger",
          "dense",
          "flat",
          "large",
          "left-pill",
          "medium",
          "message",
          "modal-box",
          "notification",
          "popover",
          "progress-slider",
          "right-pill",
          "ring-progress-indicator",
          "rounded",
          "sheet",
          "small",
          "striped",
          "success",
          "text-muted",
          "text-on-emphasis",
          "text-subtle",
          "tile-base",
          "toggle-switch",
          "warning");

  /** Beginnings of more such: of charts and the editor of pages, and of the theme's colours. */
  private static final List<String> UNUSED_BEGINNINGS =
      List.of("bg-", "border-", "chart", "default-color", "elevated-", "html-editor-");

  private static final Pattern COMMENT = Pattern.compile("/\\*.*?\\*/", Pattern.DOTALL);

  /** A rule: selectors, and what stands in braces; an address in it may hold semicolons. */
  private static final Pattern RULE = Pattern.compile("([^{}]+)\\{([^{}]*)}");

  private static final Pattern STYLE_CLASS = Pattern.compile("\\.([A-Za-z][\\w-]*)");

  /** An address of the stylesheet, which is all in it. */
  static String address() {
    byte[] kept = kept(whole()).getBytes(StandardCharsets.UTF_8);
    return "data:text/css;charset=UTF-8;base64," + Base64.getEncoder().encodeToString(kept);
  }

  static String whole() {
    String name = new PrimerLight().getUserAgentStylesheet();
    try (InputStream in = PrimerLight.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException("the styles of controls are shipped with the program", e);
    }
  }

  /** A stylesheet without the selectors in which one of the unused classes stands. */
  static String kept(String sheet) {
    Matcher rules = RULE.matcher(COMMENT.matcher(sheet).replaceAll(""));
    StringBuilder kept = new StringBuilder();
    while (rules.find()) {
      String selectors =
          Arrays.stream(rules.group(1).split(","))
              .filter(s -> !isUnused(s))
              .collect(Collectors.joining(","));
      if (!selectors.isBlank()) {
        kept.append(selectors).append('{').append(rules.group(2)).append('}');
      }
    }
    return kept.toString();
  }

  private static boolean isUnused(String selector) {
    return STYLE_CLASS
        .matcher(selector)
        .results()
        .map(c -> c.group(1))
        .anyMatch(c -> UNUSED.contains(c) || UNUSED_BEGINNINGS.stream().anyMatch(c::startsWith));
  }
}
