/**
 * What a file does not say of itself: its unit, which axis is up, how its skeleton stands, which
 * frames come before the motion. Knows no format; readers ask it and the artist overrules it.
 */
package waxhand.formats.guess;
