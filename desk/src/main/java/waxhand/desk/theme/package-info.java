/** Colours, typeface and small drawn helpers. */
package waxhand.desk.theme;
