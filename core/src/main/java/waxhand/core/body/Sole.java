package waxhand.core.body;

import org.joml.Vector3dc;

/**
 * The three places where a foot meets the ground, each in the frame of the joint that carries it,
 * metres.
 *
 * @param side left or right
 * @param foot joint of the foot (ankle)
 * @param toes joint of the toes, the foot itself where there is none
 * @param heel in the foot's frame
 * @param ball in the toes' frame, so that it rests while the heel rises
 * @param toe tip of the toes, in the toes' frame
 */
public record Sole(Side side, int foot, int toes, Vector3dc heel, Vector3dc ball, Vector3dc toe) {}
