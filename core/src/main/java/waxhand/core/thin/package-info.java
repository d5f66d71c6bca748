/**
 * Dense samples to few keys: cubics fitted to a tolerance on angles and on places in the world, and
 * key poses of the whole body. Knows no pass.
 */
package waxhand.core.thin;
