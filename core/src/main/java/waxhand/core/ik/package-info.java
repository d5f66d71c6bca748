/** Solvers that bring a part of the body to a goal. */
package waxhand.core.ik;
