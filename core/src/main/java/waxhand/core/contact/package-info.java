/** Parts that touch the world, and the frames during which they do. */
package waxhand.core.contact;
