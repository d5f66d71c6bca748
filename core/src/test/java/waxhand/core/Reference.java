package waxhand.core;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/** Reference vectors; {@code reference/make.py} beside them made them. */
public final class Reference {
  private Reference() {}

  public static JsonNode cases(String name) {
    try (InputStream in = Reference.class.getResourceAsStream("/reference/" + name + ".json")) {
      return new ObjectMapper().readTree(in).get("cases");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public static double[] numbers(JsonNode list) {
    double[] values = new double[list.size()];
    for (int i = 0; i < values.length; i++) {
      values[i] = list.get(i).asDouble();
    }
    return values;
  }
}
