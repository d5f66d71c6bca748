/** Poses and hand shapes: tiles that are put on the active layer, and those an artist keeps. */
package waxhand.desk.kits.poses;
