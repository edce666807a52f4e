/** My teaching: what whoever teaches sees of their sections and shells; and the accounts of those people. */
@ApplicationModule(
        allowedDependencies = {
            "arrivals",
            "conventions",
            "crosslists",
            "frame",
            "lms",
            "masters",
            "people",
            "policy",
            "proof",
            "requests",
            "templates"
        })
package chalkline.server.teaching;

import org.springframework.modulith.ApplicationModule;
