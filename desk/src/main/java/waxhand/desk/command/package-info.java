/**
 * Everything the artist can do, as one list: menus, buttons, tooltips, keys and the finder are made
 * from it.
 */
package waxhand.desk.command;
