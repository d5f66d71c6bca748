package waxhand.core.contact;

import waxhand.core.motion.Frames;

/**
 * A part rests on something.
 *
 * @param part which
 * @param frames while it rests
 */
public record Contact(ContactPart part, Frames frames) {}
