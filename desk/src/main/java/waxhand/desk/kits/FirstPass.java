package waxhand.desk.kits;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.passes.props.PropPass;
import waxhand.desk.session.Session;
import waxhand.formats.project.Recipe;

/** The automatic chain to start from, put among what the artist has made already. */
public final class FirstPass {
  private FirstPass() {}

  /** Puts it on the bench; what is added next comes after all of it. */
  public static void begin(Session session) {
    List<Plate> first = plates();
    session.editChain("first pass", null, chain -> among(first, chain));
    session.plateIdProperty().set(Optional.of(first.get(first.size() - 1).id()));
  }

  private static List<Plate> plates() {
    return Recipe.firstPass().chain().plates().stream()
        .map(p -> p.withId("first-" + p.id()))
        .toList();
  }

  /**
   * In front of what is there; an earlier first pass gives way to it. Props that stand come before
   * Plants, since contacts rest on them; the artist's other plates, props that are carried among
   * them, behind it.
   */
  private static Chain among(List<Plate> first, Chain chain) {
    List<Plate> plates = new ArrayList<>(first);
    List<String> ids = plates.stream().map(Plate::id).toList();
    List<Plate> own = chain.plates().stream().filter(p -> !ids.contains(p.id())).toList();
    own.stream().filter(p -> !stands(p)).forEach(plates::add);
    int at = NewPlates.beforePlants(new Chain(plates), plates.size());
    plates.addAll(at, own.stream().filter(FirstPass::stands).toList());
    return new Chain(plates);
  }

  private static boolean stands(Plate plate) {
    return plate.pass() instanceof PropPass prop && prop.holds().isEmpty();
  }
}
