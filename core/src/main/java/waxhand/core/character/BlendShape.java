package waxhand.core.character;

/**
 * A shape a skin goes to by a weight.
 *
 * @param name in its file, or a number
 * @param moves by how much each point is moved at weight 1, x y z a point, metres; must not be
 *     modified
 */
public record BlendShape(String name, float[] moves) {}
