/** Text that comes from outside, made fit to be shown. Knows nothing of where it is shown. */
package waxhand.core.text;
