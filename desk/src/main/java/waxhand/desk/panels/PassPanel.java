package waxhand.desk.panels;

import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Plate;
import waxhand.desk.command.Commands;
import waxhand.desk.kits.contacts.Contacts;
import waxhand.desk.session.Session;
import waxhand.desk.session.Soon;
import waxhand.desk.theme.Palette;

/**
 * The chosen pass: what it does, its settings, where it acts and how much. Made from the pass's
 * list of settings; kinds with something to look at add a {@link PassPicture}.
 */
public final class PassPanel extends VBox {
  private final Session session;
  private final ChosenPlate chosen;
  private final PlateForm form;
  private final EmptyForm empty;
  private final Soon soon = new Soon(this::show);

  /**
   * @param pictures what kinds have to show beside their settings
   */
  public PassPanel(
      Session session,
      Contacts contacts,
      Palette palette,
      Commands commands,
      PassPicture.Source pictures) {
    this.session = session;
    chosen = new ChosenPlate(session);
    form =
        new PlateForm(
            chosen,
            pictures,
            new PassPicture.Tools(session, contacts, palette, commands),
            commands);
    empty = new EmptyForm(commands);
    getStyleClass().addAll("wh-side", "wh-side-right");
    setId("pass-panel");
    setMinWidth(0);
    VBox content = new VBox(empty, form);
    content.getStyleClass().add("wh-pass-content");
    ScrollPane scroll = new ScrollPane(content);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().add(scroll);
    session.plateIdProperty().addListener((o, a, b) -> show());
    session.takeProperty().addListener((o, a, b) -> soon.ask());
    session
        .projectProperty()
        .addListener(
            (o, a, b) -> {
              // bodies of a file may have become takes, or be none any more
              if (a.takes().size() != b.takes().size()) {
                soon.ask();
              }
            });
    session.stagesProperty().addListener((o, a, b) -> soon.ask());
    session.selectionProperty().addListener((o, a, b) -> show());
    session.frameProperty().addListener((o, a, b) -> form.showPicture());
    show();
  }

  /** Shows a node, or takes it out of sight and out of the layout. */
  public static void put(Node node, boolean shown) {
    node.setVisible(shown);
    node.setManaged(shown);
  }

  /** Draws again, in the colours of the theme. */
  public void repaint() {
    form.showPicture();
  }

  /** Lets the artist type another name for the chosen plate. */
  public void rename() {
    form.rename();
  }

  private void show() {
    Optional<Plate> plate = session.plate();
    String id = plate.map(Plate::id).orElse("");
    if (!id.equals(chosen.id())) {
      finishTyping();
      chosen.choose(id);
    }
    put(form, plate.isPresent());
    put(empty, plate.isEmpty());
    plate.ifPresentOrElse(form::show, () -> empty.show(session.takeProperty().get()));
  }

  /** What stands half typed in a field belongs to the plate that is left. */
  private void finishTyping() {
    Node focus = getScene() == null ? null : getScene().getFocusOwner();
    for (Node n = focus; n != null; n = n.getParent()) {
      if (n == this) {
        requestFocus();
        return;
      }
    }
  }
}
