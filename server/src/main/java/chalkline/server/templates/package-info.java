/** Templates: what a shell holds before anybody taught in it, in versions. */
@ApplicationModule(allowedDependencies = {"arrivals", "conventions", "frame", "ledger", "lms", "people", "policy"})
package chalkline.server.templates;

import org.springframework.modulith.ApplicationModule;
