/**
 * Rotation arithmetic on plain arrays, without allocation: quaternions (x y z w, right-handed) and
 * Euler angles. Knows nothing of joints or frames.
 */
package waxhand.core.maths;
