package waxhand.core.retarget;

import org.joml.Quaterniond;

/** How the joints of a body are turned in a pose that a take and a character have in common. */
interface Stance {
  /** How a joint is turned in the world, unit. */
  Quaterniond rotation(int joint);
}
