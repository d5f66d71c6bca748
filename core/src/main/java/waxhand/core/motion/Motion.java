package waxhand.core.motion;

import waxhand.core.body.Body;

/**
 * What flows along a chain of passes: the samples, and what each joint is in the body.
 *
 * @param clip dense samples
 * @param body roles and measures of the clip's skeleton
 */
public record Motion(Clip clip, Body body) {
  public Motion {
    if (body.skeleton() != clip.skeleton()) {
      throw new IllegalArgumentException("the body belongs to another skeleton");
    }
  }

  /** A motion whose roles are found from the clip's skeleton. */
  public static Motion of(Clip clip) {
    return new Motion(clip, Body.of(clip.skeleton()));
  }

  /** This motion with other samples of the same joints. */
  public Motion with(Clip other) {
    if (other == clip) {
      return this;
    }
    boolean same = other.skeleton() == clip.skeleton();
    return new Motion(other, same ? body : body.on(other.skeleton()));
  }
}
