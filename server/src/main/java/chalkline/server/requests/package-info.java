/** What people ask for: what it would do, whether a rule or a person decides it, and what becomes of it. */
@ApplicationModule(
        allowedDependencies = {
            "access",
            "arrivals",
            "build",
            "conventions",
            "crosslists",
            "frame",
            "ledger",
            "lms",
            "mail",
            "masters",
            "people",
            "policy",
            "proof",
            "templates"
        })
package chalkline.server.requests;

import org.springframework.modulith.ApplicationModule;
