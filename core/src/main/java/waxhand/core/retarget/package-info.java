/**
 * Motion from one body to another: which joints answer each other, how both stand alike at rest,
 * and the turns and places that follow. Knows no pass.
 */
package waxhand.core.retarget;
