/** What shells start from: templates, masters and earlier shells, and previews of their content. */
@ApplicationModule(
        allowedDependencies = {
            "arrivals",
            "conventions",
            "frame",
            "ledger",
            "lms",
            "masters",
            "people",
            "policy",
            "proof",
            "templates"
        })
package chalkline.server.outlines;

import org.springframework.modulith.ApplicationModule;
