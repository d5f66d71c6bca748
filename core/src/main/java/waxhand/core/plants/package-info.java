/**
 * Contacts held in place: plants, the spots they hold, and what that asks of feet, hands and knees.
 * No solving of limbs here (see {@link waxhand.core.limbs}).
 */
package waxhand.core.plants;
