/**
 * Turns a raw motion and a chain into the motion after every plate, computing only what a change
 * made stale; and the undo history, which is former values.
 */
package waxhand.core.evaluate;
