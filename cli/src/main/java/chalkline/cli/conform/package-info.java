/** Finds out what an adapter of the LMS port (docs/lms-port.md) keeps, by calling it. */
package chalkline.cli.conform;
