package waxhand.desk.kits;

import java.util.BitSet;
import java.util.Optional;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.LoadedMesh;
import waxhand.desk.session.Session;

/** New plates, made for what is selected and for where the playhead is. */
public final class NewPlates {
  private final Session session;

  public NewPlates(Session session) {
    this.session = session;
  }

  /** Adds a pass of a kind behind the chosen plate, for the selected parts. */
  public void add(PassKind<?> kind) {
    add(kind, kind.defaults());
  }

  /** Adds a prop in the form of a mesh, and gives it the name of its file. */
  public void add(LoadedMesh mesh) {
    String name = mesh.file().replaceFirst("\\.[^.]*$", "");
    PropPass prop = PropPass.KIND.defaults().withMesh(mesh);
    add(PropPass.KIND, name.isBlank() ? prop : prop.withName(name));
  }

  /** Whether the form of a plate can be a mesh. */
  public static boolean takesMesh(Plate plate) {
    return plate.pass() instanceof PropPass;
  }

  /** Gives a plate that {@link #takesMesh} the form of one. */
  public void shape(String plateId, LoadedMesh mesh) {
    session.editPlate(
        "form of " + mesh.file(),
        null,
        plateId,
        p -> p.pass() instanceof PropPass prop ? p.withPass(prop.withMesh(mesh)) : p);
  }

  private void add(PassKind<?> kind, Pass pass) {
    Chain chain = session.chain();
    String id = chain.freshId(kind);
    BitSet parts = session.selected();
    Scope scope =
        parts.isEmpty() || !kind.local()
            ? Scope.ALL
            : Scope.of(session.takeProperty().get().orElseThrow().raw().motion().body(), parts);
    int after =
        session
            .plate()
            .map(p -> chain.indexOf(p.id()).orElse(chain.size() - 1) + 1)
            .orElse(chain.size());
    Plate plate = Kits.of(kind).suit().apply(session, Plate.of(id, pass).withScope(scope));
    int index = index(chain, plate.pass(), after);
    session.editChain("add " + kind.words(), null, c -> c.inserted(index, plate));
    session.plateIdProperty().set(Optional.of(id));
  }

  /** Where a pass finds what it needs: at {@code after} or behind it. */
  private static int index(Chain chain, Pass pass, int after) {
    if (pass.kind() == PropPass.KIND) {
      return beforePlants(chain, after);
    }
    int index = after;
    Optional<String> needs = pass.needs();
    for (int k = after; k < chain.size() && needs.isPresent(); k++) {
      index = chain.plates().get(k).pass().gives().equals(needs) ? k + 1 : index;
    }
    return index;
  }

  /** Contacts rest on props, so props come before them. */
  static int beforePlants(Chain chain, int otherwise) {
    for (int k = 0; k < chain.size(); k++) {
      if (chain.plates().get(k).pass().kind() == PlantsPass.KIND) {
        return k;
      }
    }
    return otherwise;
  }
}
