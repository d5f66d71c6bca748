/**
 * What flows along a chain. A motion is a clip, its body, and strands of other data; each strand
 * lives with its own topic. No pass, no chain.
 */
package waxhand.core.scene;
