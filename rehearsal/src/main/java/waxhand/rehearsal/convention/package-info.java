/**
 * Takes as other programs' files have them: other names, other poses at rest, joints that are no
 * part of the body, joints that are not there. The movement stays what it was.
 */
package waxhand.rehearsal.convention;
