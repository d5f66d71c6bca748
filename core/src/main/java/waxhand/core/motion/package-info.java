/**
 * What moves: skeletons, clips and the frames they are counted in. Dense samples only; nothing here
 * knows what a joint means in a body (see {@code body}) or how motion is changed (see {@code
 * passes}).
 */
package waxhand.core.motion;
