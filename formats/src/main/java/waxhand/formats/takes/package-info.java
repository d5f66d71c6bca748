/** Takes in files of whatever format: the list of formats, opening, and handing on. */
package waxhand.formats.takes;
