package waxhand.desk.viewport;

import javafx.scene.shape.TriangleMesh;
import waxhand.core.body.Side;

/** A skin of the figure. It belongs to a joint, with which it is chosen and shown alone. */
sealed interface Part permits StiffPart, SoftPart, SkinPart {
  int joint();

  Side side();

  /** Whether it is a band that tells the sides apart. */
  boolean band();

  /** Its mesh as it stands at rest, closed and facing outwards. */
  TriangleMesh mesh();

  /** The skin for one figure. */
  Worn wear();
}
