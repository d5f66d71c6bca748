/** Measures between clips: how far from the truth, how much slide, how rough. */
package waxhand.core.measure;
