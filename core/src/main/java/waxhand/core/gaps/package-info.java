/** Frozen and missing stretches of a body or a limb: how they are found and filled. */
package waxhand.core.gaps;
