/** The takes of the Night Ferry shoot: what the deckhand does in each. */
package waxhand.rehearsal.scene;
