package waxhand.core.project;

import waxhand.core.pose.Pose;

/**
 * A pose that an artist keeps.
 *
 * @param name for people
 */
public record KeptPose(String name, Pose pose) {
  public KeptPose {
    if (name.isBlank()) {
      throw new IllegalArgumentException("a pose needs a name");
    }
  }
}
