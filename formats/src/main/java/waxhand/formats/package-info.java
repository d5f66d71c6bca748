/** Borders: files in and out. Units and axes are converted here and nowhere else. */
package waxhand.formats;
