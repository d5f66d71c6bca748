package waxhand.desk.viewport;

import java.util.Arrays;
import javafx.scene.shape.TriangleMesh;
import waxhand.core.body.Side;

/**
 * A skin that moves with a joint as it is.
 *
 * @param mesh about the joint, in the world's axes at rest
 */
record StiffPart(int joint, Side side, boolean band, TriangleMesh mesh) implements Part {
  @Override
  public Worn wear() {
    return new Worn(mesh) {
      private final double[] m = new double[12];
      private final double[] last = new double[12];

      @Override
      void move(JointMoves moves) {
        moves.matrix(joint, m);
        if (!Arrays.equals(m, last)) {
          put(m);
          System.arraycopy(m, 0, last, 0, m.length);
        }
      }
    };
  }
}
