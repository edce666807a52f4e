/** Session rulers, windows and moments of a term, and its calendars. */
@ApplicationModule(
        allowedDependencies = {
            "arrivals",
            "conventions",
            "frame",
            "ledger",
            "outlines",
            "people",
            "policy",
            "proof",
            "templates"
        })
package chalkline.server.dates;

import org.springframework.modulith.ApplicationModule;
