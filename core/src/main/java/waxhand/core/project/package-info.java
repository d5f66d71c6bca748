/**
 * The project: takes, each raw data that never changes and a chain of passes. One immutable root;
 * an edit is a function from project to project.
 */
package waxhand.core.project;
