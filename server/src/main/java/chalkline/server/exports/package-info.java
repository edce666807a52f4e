/** Builds written as files for an LMS that only takes uploads: profiles, sheets, bundles, and what came of their rows. */
@ApplicationModule(
        allowedDependencies = {"arrivals", "build", "conventions", "frame", "ledger", "lms", "people", "policy", "proof"
        })
package chalkline.server.exports;

import org.springframework.modulith.ApplicationModule;
