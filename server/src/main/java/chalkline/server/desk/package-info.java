/** The first screen: what waits, in every room. */
@ApplicationModule(
        allowedDependencies = {
            "arrivals",
            "build",
            "conventions",
            "crosslists",
            "frame",
            "ledger",
            "lms",
            "people",
            "proof",
            "templates",
            "upkeep"
        })
package chalkline.server.desk;

import org.springframework.modulith.ApplicationModule;
