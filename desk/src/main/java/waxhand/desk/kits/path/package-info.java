/** The path of a part in the views: ticks that are dragged, slid and smoothed on a layer. */
package waxhand.desk.kits.path;
