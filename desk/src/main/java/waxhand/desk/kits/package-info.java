/**
 * What single kinds of pass have in the window beside their settings; the only room to name one.
 */
package waxhand.desk.kits;
