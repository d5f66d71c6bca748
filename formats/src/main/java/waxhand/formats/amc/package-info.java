/** ASF, a skeleton in text, and AMC, the motion of one: two files that belong together. */
package waxhand.formats.amc;
