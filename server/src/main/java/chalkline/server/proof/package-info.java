/** The proof of a term: its rows, their reasons, the effect of an edit, and sheets to take away. */
@ApplicationModule(allowedDependencies = {"arrivals", "conventions", "frame", "lms", "policy"})
package chalkline.server.proof;

import org.springframework.modulith.ApplicationModule;
