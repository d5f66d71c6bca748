/** Words and numbers in the bytes of a text file, by offset, with the place of every fault. */
package waxhand.formats.text;
