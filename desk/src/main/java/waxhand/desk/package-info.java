/**
 * The JavaFX application. Packages are named for what the artist sees; {@code session} holds what
 * all of them show: an immutable project and the state of the view.
 */
package waxhand.desk;
