/** The worklist: what the survey finds in the result, and what the artist does about it. */
package waxhand.desk.findings;
