/**
 * Reading and writing whole files without harm: only regular files are read, what is written takes
 * its place at once or not at all, nothing that a job reads is written over, and every failure has
 * words. Knows no format.
 */
package waxhand.formats.disk;
