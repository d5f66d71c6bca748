/**
 * Sparse keys and what lies between them: cubic Hermite on uneven times. Knows no part, no pass and
 * no clip.
 */
package waxhand.core.curve;
