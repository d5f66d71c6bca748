/**
 * What stands on the rail. A pass is a small immutable value of settings; a plate is a pass with
 * its place, name and weight; a chain is a list of plates. A pass is prepared for a motion into
 * what owns the values found and does the work. Knows no single pass; those are in {@code passes}.
 */
package waxhand.core.chain;
