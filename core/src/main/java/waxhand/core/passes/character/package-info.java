/** Passes that put a motion on another body. */
package waxhand.core.passes.character;
