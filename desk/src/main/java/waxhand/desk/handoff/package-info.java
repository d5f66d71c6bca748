/** Handing a take on. */
package waxhand.desk.handoff;
