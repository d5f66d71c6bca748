/** Tables of numbers, a row a frame: CSV, TSV and the same in JSON. */
package waxhand.formats.table;
