/** Pages for people to read: what was found in takes, what was done and what remains. */
package waxhand.formats.report;
