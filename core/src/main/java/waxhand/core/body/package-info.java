/**
 * What the joints of a skeleton are in a body: roles, sides, soles and measures, found once from
 * names and from the shape of the tree. Everything else asks for roles, never for joint names.
 */
package waxhand.core.body;
