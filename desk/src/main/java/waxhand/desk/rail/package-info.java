/** The chain of passes as plates, and the flags A and B. */
package waxhand.desk.rail;
