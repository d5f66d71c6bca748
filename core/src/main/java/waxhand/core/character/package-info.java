/** Bodies to put motion on: a skeleton at rest with its roles, and the skin that goes with it. */
package waxhand.core.character;
