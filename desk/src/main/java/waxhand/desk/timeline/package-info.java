/** Transport, overview and lanes: everything laid out over time. */
package waxhand.desk.timeline;
