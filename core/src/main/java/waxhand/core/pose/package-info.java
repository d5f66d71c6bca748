/**
 * Poses: how parts are turned beyond rest, by role, so that they suit any body; hand shapes as
 * curls and spreads. Knows no pass.
 */
package waxhand.core.pose;
