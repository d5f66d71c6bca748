/**
 * Numerical filters on plain arrays: design, zero-phase application, choice of strength. Knows
 * nothing of joints, passes or takes; checked against reference vectors.
 */
package waxhand.core.signal;
