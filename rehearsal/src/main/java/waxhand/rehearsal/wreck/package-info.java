/**
 * Files as bad disks, broken lines, other programs and people of ill will leave them, made from
 * whole ones: for trying what reads them. The same seed gives the same bytes.
 */
package waxhand.rehearsal.wreck;
