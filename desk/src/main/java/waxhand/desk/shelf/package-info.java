/** Takes of the project and parts of the body. */
package waxhand.desk.shelf;
