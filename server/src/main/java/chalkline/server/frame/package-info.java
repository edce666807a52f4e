/** What every room stands on: who is signed in, what a refusal says, which day it is. */
@ApplicationModule(allowedDependencies = {"policy"})
package chalkline.server.frame;

import org.springframework.modulith.ApplicationModule;
