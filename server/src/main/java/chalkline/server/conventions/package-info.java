/** The conventions of the campus as kept versions, each change checked by the rooms it concerns ({@code KeepCheck}). */
@ApplicationModule(allowedDependencies = {"frame", "ledger", "people", "policy"})
package chalkline.server.conventions;

import org.springframework.modulith.ApplicationModule;
