/** Sheets of courses: read, judged row by row before anything is kept, kept as own sections, and looked after. */
@ApplicationModule(
        allowedDependencies = {"arrivals", "build", "conventions", "frame", "lms", "people", "policy", "proof"})
package chalkline.server.sheets;

import org.springframework.modulith.ApplicationModule;
