/** Who may sign in, and as what. */
@ApplicationModule(allowedDependencies = {"frame", "ledger"})
package chalkline.server.people;

import org.springframework.modulith.ApplicationModule;
