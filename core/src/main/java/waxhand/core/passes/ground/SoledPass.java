package waxhand.core.passes.ground;

import waxhand.core.body.SoleThickness;
import waxhand.core.chain.Pass;
import waxhand.core.scene.Motion;

/** A pass that has a say in how thick the soles are on which a body stands, from it on. */
public interface SoledPass extends Pass {
  /** Soles are set to so much at most, metres. */
  double THICKEST_SOLE_M = 0.2;

  /** How far the ground is under the feet, of the body as it comes in. */
  SoleThickness soles();

  SoledPass withSoles(SoleThickness others);

  /** A motion on these soles. */
  default Motion onSoles(Motion in) {
    return soles().isFound() ? in : in.with(in.clip(), in.body().soled(soles()));
  }
}
