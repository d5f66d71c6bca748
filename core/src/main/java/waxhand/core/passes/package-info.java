/**
 * Passes and the chain they stand in. A pass is a small immutable value; a plate is a pass with its
 * place, name, span, scope and weight. To add a pass: one class here, one line in {@link
 * waxhand.core.passes.PassKinds}, one panel in the desk if the plain settings panel does not do.
 */
package waxhand.core.passes;
