/** Characters: the room at the left, and which parts of one answer those of a take. */
package waxhand.desk.kits.characters;
