/** Builds: a plan of steps made from the proof, carried out in the LMS, watched and ended. */
@ApplicationModule(
        allowedDependencies = {"frame", "ledger", "lms", "outlines", "people", "policy", "proof", "templates"})
package chalkline.server.build;

import org.springframework.modulith.ApplicationModule;
