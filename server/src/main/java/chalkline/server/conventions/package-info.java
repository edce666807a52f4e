/** The conventions of the campus as kept versions, each change checked by the rooms it concerns ({@code KeepCheck}). */
@ApplicationModule(allowedDependencies = {"frame", "ledger", "people"})
package chalkline.server.conventions;

import org.springframework.modulith.ApplicationModule;
