/** What goes through to the LMS by itself, of lists that came by themselves. */
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
