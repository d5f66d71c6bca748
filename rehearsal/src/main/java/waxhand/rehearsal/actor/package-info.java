/** The simulated actor: build, feet that roll and rest, and the pose at any time of a score. */
package waxhand.rehearsal.actor;
