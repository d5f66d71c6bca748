package waxhand.formats.table;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Outgoing;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.disk.Room;

/** The table in JSON: the same skeleton, and a list of numbers for each channel. */
public final class ChannelsFormat implements TakeFormat {
  private static final String ID = "channels";
  private static final ObjectMapper JSON = new ObjectMapper();

  @Override
  public About about() {
    return new About(
        ID,
        "JSON channels",
        "A skeleton and its motion as lists of numbers; no skin.",
        List.of(".channels.json"));
  }

  @Override
  public boolean isLike(byte[] bytes) {
    String head = TakeFormat.head(bytes);
    return head.contains("\"waxhand\"") && head.contains("\"table\"");
  }

  @Override
  public RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    JsonNode root;
    try {
      root = JSON.readTree(bytes);
    } catch (JsonProcessingException e) {
      var at = e.getLocation();
      throw new FormatException(
          name,
          at == null ? 0 : at.getLineNr(),
          at == null ? 0 : at.getColumnNr(),
          "this is not JSON");
    } catch (IOException e) {
      throw new FormatException(name, "this is not JSON");
    }
    if (root == null || !root.isObject()) {
      throw new FormatException(name, "this is no JSON object");
    }
    Layout layout = Layout.of(name, 0, root);
    JsonNode channels = root.path("channels");
    List<String> columns = layout.columns();
    if (!channels.isArray() || channels.size() != columns.size()) {
      throw new FormatException(
          name, "expected " + columns.size() + " channels, found " + channels.size());
    }
    int frames = channels.get(0).path("values").size();
    Room.need(name, 8L * frames * columns.size(), "its frames");
    List<double[]> rows = new ArrayList<>();
    for (int f = 0; f < frames; f++) {
      rows.add(new double[columns.size()]);
    }
    if (frames == 0) {
      throw new FormatException(name, "the take has no frames");
    }
    for (int n = 0; n < columns.size(); n++) {
      work.check();
      JsonNode channel = channels.get(n);
      JsonNode values = channel.path("values");
      String where = "channel '" + Legible.of(channel.path("name").asText(), 40) + "'";
      if (!channel.path("name").asText().equals(columns.get(n))) {
        throw new FormatException(
            name, "expected the channel '" + Legible.of(columns.get(n), 40) + "', found " + where);
      }
      if (!values.isArray() || values.size() != frames) {
        throw new FormatException(
            name, where + " has " + values.size() + " values, the first has " + frames);
      }
      for (int f = 0; f < frames; f++) {
        JsonNode value = values.get(f);
        double number = value.asDouble(Double.NaN);
        if (!value.isNumber() || !(Math.abs(number) < 1e12)) {
          throw new FormatException(
              name,
              where
                  + " holds "
                  + Legible.of(value.toString(), 40)
                  + " in frame "
                  + f
                  + ", which is no number");
        }
        rows.get(f)[n] = number;
      }
    }
    return TableReader.ours(name, bytes, layout, rows, reading, List.of(), ID);
  }

  @Override
  public Optional<Writer> writer() {
    return Optional.of(ChannelsFormat::write);
  }

  private static byte[] write(Outgoing take, Work work) {
    Layout layout = Layout.of(take.motion(), take.unit(), take.up());
    ObjectNode root = layout.toJson();
    List<String> columns = layout.columns();
    List<ArrayNode> lists = new ArrayList<>();
    for (String column : columns) {
      ObjectNode channel = root.withArray("channels").addObject().put("name", column);
      lists.add(channel.putArray("values"));
    }
    double[] row = new double[layout.width()];
    for (int f = take.range().from(); f < take.range().to(); f++) {
      if (f % 256 == 0) {
        work.check();
      }
      layout.row(take.motion(), f, row);
      for (int n = 0; n < row.length; n++) {
        lists.get(n).add(row[n]);
      }
    }
    try {
      return JSON.writeValueAsBytes(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a tree of plain values can be written", e);
    }
  }
}
