package waxhand.rehearsal.wreck;

/**
 * A broken file.
 *
 * @param what was done to it, for people
 */
public record Wreck(String what, byte[] bytes) {}
