package waxhand.core.props;

import waxhand.core.motion.Frames;

/** A prop is held over some frames. */
public record Hold(Holder by, Frames frames) {}
