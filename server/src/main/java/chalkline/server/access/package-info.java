/** Who else is in a shell beside those of its sections, and the words with which people enter it. */
@ApplicationModule(
        allowedDependencies = {"arrivals", "conventions", "frame", "ledger", "lms", "people", "policy", "proof"})
package chalkline.server.access;

import org.springframework.modulith.ApplicationModule;
