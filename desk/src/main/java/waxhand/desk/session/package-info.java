/**
 * What the window shows: the project with its history, the state of the view, and the results of
 * the chain. No widgets.
 */
package waxhand.desk.session;
