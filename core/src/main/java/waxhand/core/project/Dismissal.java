package waxhand.core.project;

import waxhand.core.motion.Frames;

/**
 * A finding the artist has looked at and let stand.
 *
 * @param kind key of the kind of finding
 * @param part name of the joint
 * @param frames in which it is
 * @param reason in the artist's words
 */
public record Dismissal(String kind, String part, Frames frames, String reason) {}
