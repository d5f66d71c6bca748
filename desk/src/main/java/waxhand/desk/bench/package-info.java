/** The main window and how its rooms are laid out. */
package waxhand.desk.bench;
