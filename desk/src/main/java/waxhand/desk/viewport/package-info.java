/** The figure in wax, the raw take as wire, the ground and the cameras. */
package waxhand.desk.viewport;
