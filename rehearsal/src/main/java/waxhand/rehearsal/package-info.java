/**
 * The rehearsal room: a simulated deckhand whose motion is known exactly, and damage as capture
 * does it. Everything follows from a seed.
 */
package waxhand.rehearsal;
