/** What goes on at night: what goes through to the LMS by itself, and what has been kept long enough. */
@ApplicationModule(
        allowedDependencies = {
            "arrivals",
            "build",
            "conventions",
            "frame",
            "ledger",
            "lms",
            "mail",
            "people",
            "policy",
            "proof"
        })
package chalkline.server.nights;

import org.springframework.modulith.ApplicationModule;
