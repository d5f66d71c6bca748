/** Contacts over time and on the ground: found, shown, edited by hand. */
package waxhand.desk.kits.contacts;
