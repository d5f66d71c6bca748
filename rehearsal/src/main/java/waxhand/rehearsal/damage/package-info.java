/** What capture does to a take. Each damage has a strength and a seed of its own. */
package waxhand.rehearsal.damage;
