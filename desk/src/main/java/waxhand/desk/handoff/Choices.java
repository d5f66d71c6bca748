package waxhand.desk.handoff;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import waxhand.desk.session.Memory;

/**
 * What was chosen when a shoot was handed on last: the shoot is a project file. Values are those of
 * the sheet's controls, by names of ours.
 */
record Choices(Map<String, String> values) {
  static final Choices NONE = new Choices(Map.of());

  private static final String KEY = "handoff.choices.";

  Choices {
    values = Map.copyOf(values);
  }

  static Choices of(Memory memory, Optional<Path> project) {
    Map<String, String> values = new LinkedHashMap<>();
    String kept = project.flatMap(p -> memory.get(KEY + p)).orElse("");
    for (String line : kept.split("\n")) {
      int at = line.indexOf('=');
      if (at > 0) {
        values.put(line.substring(0, at), line.substring(at + 1));
      }
    }
    return new Choices(values);
  }

  /** Remembers them; those of a project without a file are forgotten with it. */
  void keep(Memory memory, Optional<Path> project) {
    StringBuilder text = new StringBuilder();
    values.forEach((k, v) -> text.append(k).append('=').append(v.replace('\n', ' ')).append('\n'));
    project.ifPresent(p -> memory.put(KEY + p, text.toString()));
  }

  Choices with(String name, String value) {
    Map<String, String> all = new LinkedHashMap<>(values);
    if (value == null || value.isBlank()) {
      all.remove(name);
    } else {
      all.put(name, value);
    }
    return new Choices(all);
  }

  Choices with(String name, boolean value) {
    return with(name, value ? "yes" : "");
  }

  Optional<String> get(String name) {
    return Optional.ofNullable(values.get(name));
  }

  boolean is(String name) {
    return get(name).isPresent();
  }
}
