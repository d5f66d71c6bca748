/** Settings of the chosen pass, made from its list of settings, with plots where they help. */
package waxhand.desk.panels;
