/** Who may sign in, and what each is to the campus. */
@ApplicationModule(allowedDependencies = {"frame", "ledger", "policy"})
package chalkline.server.people;

import org.springframework.modulith.ApplicationModule;
