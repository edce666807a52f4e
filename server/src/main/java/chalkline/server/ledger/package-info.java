/** What was done, by whom and when; it is only added to. */
@ApplicationModule(allowedDependencies = {"frame", "policy"})
package chalkline.server.ledger;

import org.springframework.modulith.ApplicationModule;
