/** BVH in and out; docs/formats.md says what is accepted and what is written. */
package waxhand.formats.bvh;
