/** Colours, typeface and small helpers of what is drawn and of controls. */
package waxhand.desk.theme;
