package waxhand.desk.notice;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javafx.animation.PauseTransition;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import waxhand.core.text.Legible;
import waxhand.formats.disk.Trouble;

/** The corner in which news, errors and running jobs are shown. */
public final class Notices extends VBox {
  private static final Logger LOG = LoggerFactory.getLogger(Notices.class);

  private static final String OFFER = "wh-notice-offer";

  /** So many are shown at a time, unless all wait for an answer. */
  private static final int MOST = 4;

  /** So many errors of one piece of work are named. */
  private static final int MOST_NAMED = 7;

  private static final double WIDTH = 400;

  private static final Duration NEWS = Duration.seconds(8);
  private static final double LETTER_MS = 40;
  private static final Duration MENTION = Duration.seconds(2.5);

  public Notices() {
    getStyleClass().add("wh-notices");
    setPickOnBounds(false);
    setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
    setSpacing(8);
    setAlignment(Pos.BOTTOM_RIGHT);
  }

  /** Shows the running jobs of a list for as long as they run. */
  public void watch(Jobs jobs) {
    jobs.shown()
        .addListener(
            (ListChangeListener<Jobs.Job>)
                change -> {
                  while (change.next()) {
                    change.getRemoved().forEach(this::drop);
                    change.getAddedSubList().forEach(this::progress);
                  }
                });
  }

  private void progress(Jobs.Job job) {
    ProgressBar bar = new ProgressBar();
    bar.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(bar, Priority.ALWAYS);
    PauseTransition poll = new PauseTransition(Duration.millis(80));
    poll.setOnFinished(
        e -> {
          bar.setProgress(job.share() > 0 ? job.share() : -1);
          if (bar.getScene() != null) {
            poll.playFromStart();
          }
        });
    Button stop = new Button("Stop");
    stop.setOnAction(e -> job.stop());
    HBox row = new HBox(8, bar, stop);
    row.setAlignment(Pos.CENTER_LEFT);
    VBox box = new VBox(4, new Label(job.what()), row);
    box.getStyleClass().add("wh-notice");
    box.setUserData(job);
    getChildren().add(box);
    poll.play();
  }

  private void drop(Jobs.Job job) {
    getChildren().removeIf(n -> n.getUserData() == job);
  }

  /** Good news, gone by itself after a while; with actions an offer that stays. */
  public void say(String text, Button... actions) {
    VBox box = box(List.of(text), "wh-notice-news", actions);
    if (actions.length == 0) {
      dropAfter(NEWS, box);
    } else {
      box.getStyleClass().add(OFFER);
    }
  }

  /** What a key has just changed: a word or two, soon gone, in place of the last. */
  public void mention(String text) {
    getChildren().removeIf(n -> n.getStyleClass().contains("wh-mention"));
    Label label = new Label(text);
    label.getStyleClass().addAll("wh-notice", "wh-mention");
    label.setMouseTransparent(true);
    getChildren().add(label);
    // a sentence takes longer to read than a word
    dropAfter(MENTION.add(Duration.millis(LETTER_MS * text.length())), label);
  }

  private void dropAfter(Duration time, Node node) {
    PauseTransition wait = new PauseTransition(time);
    wait.setOnFinished(e -> getChildren().remove(node));
    wait.play();
  }

  /** An error; it stays until it is closed and can be copied. */
  public void fail(String what, Throwable cause) {
    String reason = Trouble.words(cause);
    if (cause instanceof IOException || cause instanceof IllegalArgumentException) {
      LOG.warn("{}: {}", Legible.whole(what), reason);
    } else {
      LOG.warn("{}: {}", Legible.whole(what), reason, cause);
    }
    fail(List.of(Legible.whole(what), reason));
  }

  /** Several errors of one piece of work, a line each; many would hide the views. */
  public void fail(String what, List<String> reasons) {
    reasons.forEach(reason -> LOG.warn("{}: {}", Legible.whole(what), Legible.whole(reason)));
    int many = reasons.size();
    List<String> lines = new ArrayList<>();
    lines.add(Legible.whole(what));
    for (String reason : many > MOST_NAMED ? reasons.subList(0, MOST_NAMED - 1) : reasons) {
      lines.add(Legible.whole(reason));
    }
    if (many > MOST_NAMED) {
      lines.add("and " + (many + 1 - lines.size()) + " more");
    }
    fail(lines);
  }

  private void fail(List<String> lines) {
    Button copy = new Button("Copy");
    copy.setTooltip(new Tooltip("Copies the message"));
    copy.setOnAction(
        e -> {
          ClipboardContent content = new ClipboardContent();
          content.putString(
              lines.get(0) + ": " + String.join("\n", lines.subList(1, lines.size())));
          Clipboard.getSystemClipboard().setContent(content);
        });
    box(lines, "wh-notice-trouble", copy);
  }

  /**
   * Closes all but running jobs and offers.
   *
   * @return whether there were any
   */
  public boolean clear() {
    return getChildren().removeIf(Notices::isIdle);
  }

  private static boolean isIdle(Node notice) {
    return !(notice.getUserData() instanceof Jobs.Job) && !notice.getStyleClass().contains(OFFER);
  }

  /** The first of several lines is the heading. */
  private VBox box(List<String> lines, String style, Button... actions) {
    VBox text = new VBox(6);
    for (String line : lines) {
      Label label = new Label(line);
      label.setWrapText(true);
      label.setMaxWidth(WIDTH);
      text.getChildren().add(label);
    }
    if (lines.size() > 1) {
      text.getChildren().get(0).getStyleClass().add("wh-notice-head");
    }
    Button close = new Button("Close");
    HBox row = new HBox(8, actions);
    row.getChildren().add(close);
    row.setAlignment(Pos.CENTER_RIGHT);
    VBox box = new VBox(8, text, row);
    box.getStyleClass().addAll("wh-notice", style);
    close.setOnAction(e -> getChildren().remove(box));
    for (Button action : actions) {
      if (!action.getText().equals("Copy")) {
        action.addEventHandler(javafx.event.ActionEvent.ACTION, e -> getChildren().remove(box));
      }
    }
    List<Node> idle = getChildren().stream().filter(Notices::isIdle).toList();
    int over = getChildren().size() + 1 - MOST;
    getChildren().removeAll(idle.subList(0, Math.max(0, Math.min(over, idle.size()))));
    getChildren().add(box);
    return box;
  }
}
