/**
 * What looks wrong in a motion: one watch a family of faults, marks frame by frame, and findings
 * made of marks. Changes nothing; the passes that mend are named by findings, not made here.
 */
package waxhand.core.survey;
