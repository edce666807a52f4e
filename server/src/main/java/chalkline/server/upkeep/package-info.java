/** What keeps a built term true: what drifted in the LMS, and what would embarrass on the first day. */
@ApplicationModule(
        allowedDependencies = {
            "access",
            "arrivals",
            "build",
            "conventions",
            "frame",
            "ledger",
            "lms",
            "mail",
            "masters",
            "people",
            "policy",
            "proof"
        })
package chalkline.server.upkeep;

import org.springframework.modulith.ApplicationModule;
