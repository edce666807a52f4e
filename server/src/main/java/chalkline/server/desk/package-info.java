/** The first screen: what waits, in every room. */
@ApplicationModule(
        allowedDependencies = {
            "requests",
            "arrivals",
            "build",
            "conventions",
            "crosslists",
            "frame",
            "ledger",
            "lms",
            "people",
            "policy",
            "proof",
            "templates",
            "upkeep"
        })
package chalkline.server.desk;

import org.springframework.modulith.ApplicationModule;
