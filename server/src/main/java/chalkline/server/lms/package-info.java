/** The LMS behind its port, and what it was last seen to hold. */
@ApplicationModule(allowedDependencies = {"frame", "people", "policy"})
package chalkline.server.lms;

import org.springframework.modulith.ApplicationModule;
