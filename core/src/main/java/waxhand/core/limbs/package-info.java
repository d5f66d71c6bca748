/** Arms, legs and spine of a body brought to goals, the body giving way; solved by {@code ik}. */
package waxhand.core.limbs;
