/** The headless verbs, one class each. */
package waxhand.cli;
