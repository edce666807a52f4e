/** Master shells: content kept outside any term, from which sections start; who shares them, and who used which when. */
@ApplicationModule(
        allowedDependencies = {"arrivals", "conventions", "frame", "ledger", "lms", "mail", "people", "policy"})
package chalkline.server.masters;

import org.springframework.modulith.ApplicationModule;
