/** Courses as everybody may see them, where a campus publishes them: from the list's facts, and without any student. */
@ApplicationModule(allowedDependencies = {"arrivals", "conventions", "frame", "ledger", "people", "policy", "proof"})
package chalkline.server.courses;

import org.springframework.modulith.ApplicationModule;
