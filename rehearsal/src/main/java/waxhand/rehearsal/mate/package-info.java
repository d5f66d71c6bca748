/**
 * A second actor, the ferry's mate, made with other choices at every turn than the deckhand of
 * {@code actor}: other proportions and feet, other ways of moving and landing, feet whose parts
 * rest and rise each by itself. What was tuned on one is tested on the other.
 */
package waxhand.rehearsal.mate;
