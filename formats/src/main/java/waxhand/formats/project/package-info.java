/** The project file, recipes and their JSON; docs/formats.md describes them. */
package waxhand.formats.project;
