package waxhand.desk.panels;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Setting;
import waxhand.core.scene.Motion;

/** Makes the editor that suits a setting of a pass. */
final class SettingEditors {
  private final ChosenPlate chosen;

  SettingEditors(ChosenPlate chosen) {
    this.chosen = chosen;
  }

  Editor of(Setting<?> setting) {
    if (setting instanceof Setting.Numeric<?> number) {
      return new NumberEditor(number, !(setting instanceof Setting.Number<?>));
    }
    if (setting instanceof Setting.Text<?> text) {
      return new WordsEditor(text);
    }
    if (setting instanceof Setting.Items<?, ?> || setting instanceof Setting.KeyFrames<?, ?>) {
      return new ItemsEditor(setting);
    }
    return setting instanceof Setting.Choice<?> choice
        ? new ChoiceEditor(choice)
        : new SwitchEditor(setting);
  }

  private static String what(Setting<?> setting) {
    return setting.words().toLowerCase(Locale.ROOT);
  }

  private static Object value(Plate plate, Setting<?> setting) {
    return plate.pass().kind().get(plate.pass(), setting);
  }

  private void edit(Setting<?> setting, Object value) {
    chosen.edit(what(setting), p -> p.withPass(p.pass().kind().with(p.pass(), setting, value)));
  }

  private final class ChoiceEditor implements Editor {
    private final Setting.Choice<?> setting;
    private final ChoiceBox<String> box = new ChoiceBox<>();

    ChoiceEditor(Setting.Choice<?> setting) {
      this.setting = setting;
      box.getItems().addAll(setting.options());
      box.setId(setting.key());
      box.getStyleClass().add(isNarrow() ? "wh-narrow" : "wh-wide");
      box.setAccessibleText(setting.words());
      box.setTooltip(new Tooltip(setting.help()));
      box.setOnAction(
          e -> {
            if (box.getValue() != null) {
              edit(setting, box.getValue());
            }
          });
    }

    @Override
    public Node node() {
      if (!isNarrow()) {
        return Editor.row(setting.words(), box);
      }
      HBox node = new HBox(8, new Label(setting.words()), box);
      node.setAlignment(Pos.CENTER_LEFT);
      return node;
    }

    @Override
    public boolean isNarrow() {
      return setting.options().stream().allMatch(o -> o.length() < 4);
    }

    @Override
    public void show(Plate plate) {
      String now = (String) value(plate, setting);
      if (!now.equals(box.getValue())) {
        box.setValue(now);
      }
    }
  }

  /** A word, typed or taken from suggestions. */
  private final class WordsEditor implements Editor {
    private final Setting.Text<?> setting;
    private final ComboBox<String> box = new ComboBox<>();

    WordsEditor(Setting.Text<?> setting) {
      this.setting = setting;
      box.setEditable(true);
      box.setId(setting.key());
      box.getStyleClass().add("wh-wide");
      box.setAccessibleText(setting.words());
      box.setTooltip(new Tooltip(setting.help()));
      box.setOnAction(e -> typed());
      Editor.whenTyped(box.getEditor(), this::typed);
    }

    private void typed() {
      String words = box.getEditor().getText().strip();
      boolean other = chosen.now().map(p -> !words.equals(value(p, setting))).orElse(false);
      if (!words.isEmpty() && other) {
        edit(setting, words);
      }
    }

    @Override
    public Node node() {
      return Editor.row(setting.words(), box);
    }

    @Override
    public boolean isNarrow() {
      return false;
    }

    @Override
    public void show(Plate plate) {
      List<String> known =
          PassPicture.workOf(chosen.session(), plate.id())
              .map(w -> setting.suggestions().apply(w.in()))
              .orElse(List.of());
      if (!box.getItems().equals(known)) {
        box.getItems().setAll(known);
      }
      if (!box.isFocused() && !box.getEditor().isFocused()) {
        box.getEditor().setText((String) value(plate, setting));
      }
    }
  }

  /** How many items there are, and a way to be rid of them. */
  private final class ItemsEditor implements Editor {
    private final Setting<?> setting;
    private final Label count = new Label();
    private final Button forget = new Button("Forget");
    private final HBox node;

    ItemsEditor(Setting<?> setting) {
      this.setting = setting;
      forget.setId(setting.key() + "-forget");
      forget.getStyleClass().add("wh-small");
      forget.setTooltip(
          new Tooltip(setting.help() + " Forgets all of them; undo brings them back."));
      forget.setOnAction(e -> edit(setting, List.of()));
      HBox box = new HBox(8, count, forget);
      box.setAlignment(Pos.CENTER_RIGHT);
      node = Editor.row(setting.words(), box);
    }

    @Override
    public Node node() {
      return node;
    }

    @Override
    public boolean isNarrow() {
      return false;
    }

    @Override
    public void show(Plate plate) {
      int many = ((List<?>) value(plate, setting)).size();
      count.setText(many == 0 ? "none" : String.valueOf(many));
      forget.setVisible(many > 0);
    }
  }

  private final class SwitchEditor implements Editor {
    private final Setting<?> setting;
    private final CheckBox box;

    SwitchEditor(Setting<?> setting) {
      this.setting = setting;
      box = new CheckBox(setting.words());
      box.setId(setting.key());
      box.setTooltip(new Tooltip(setting.help()));
      box.setOnAction(e -> edit(setting, box.isSelected()));
    }

    @Override
    public Node node() {
      return box;
    }

    @Override
    public boolean isNarrow() {
      return true;
    }

    @Override
    public void show(Plate plate) {
      box.setSelected((Boolean) value(plate, setting));
    }
  }

  private final class NumberEditor implements Editor {
    private final Setting<?> setting;
    private final double min;
    private final double max;
    private final double shownPerInner;
    private final NumberField field;
    private final ToggleButton found = new ToggleButton("found");
    private final Node node;

    NumberEditor(Setting.Numeric<?> setting, boolean canBeFound) {
      this.setting = setting;
      Amount amount = setting.amount();
      String unit = amount.unit();
      min = amount.least();
      max = amount.most();
      double k = Units.perInner(unit);
      shownPerInner = k;
      field =
          new NumberField(
              setting.key(),
              setting.words(),
              unit,
              min * k,
              max * k,
              amount.min() * k,
              amount.max() * k,
              isOfFrame(setting) ? 0 : Units.decimals(unit),
              setting.help(),
              v ->
                  chosen.drag(
                      setting.key(),
                      what(setting),
                      p -> p.withPass(p.pass().kind().with(p.pass(), setting, v / k))),
              chosen.session()::settle);
      if (canBeFound) {
        found.getStyleClass().add("wh-found");
        found.setId(setting.key() + "-found");
        found.setTooltip(new Tooltip("On: taken from the take itself. Off: as set here."));
        found.setOnAction(e -> edit(setting, found.isSelected() ? null : valueWhenSet()));
        node = new VBox(2, Editor.row(setting.words(), found), field);
      } else {
        node = field.labelled();
      }
    }

    private static boolean isOfFrame(Setting<?> setting) {
      return setting instanceof Setting.Found<?> found && found.ofFrame();
    }

    private Optional<Object> foundValue() {
      return chosen.settled().map(p -> p.kind().get(p, setting));
    }

    private Object valueWhenSet() {
      return foundValue().orElseGet(this::defaultValue);
    }

    /** Where nothing was set and nothing found: the body's height, or the least. */
    private double defaultValue() {
      Optional<Motion> raw = chosen.session().stagesProperty().get().map(s -> s.motions().get(0));
      return setting.key().equals("actorM")
          ? raw.map(m -> m.body().heightM()).orElse(1.75)
          : Math.max(0, min);
    }

    @Override
    public Node node() {
      return node;
    }

    @Override
    public void show(Plate plate) {
      Object own = value(plate, setting);
      found.setSelected(own == null);
      Object value = own != null ? own : foundValue().orElse(null);
      double inner = value instanceof Double d ? d : defaultValue();
      field.show(shownPerInner * (Double.isFinite(inner) ? inner : max));
      field.setOpacity(own == null ? 0.75 : 1);
    }
  }
}
