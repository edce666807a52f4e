/** Cross-lists and splits of a term: the joining table and the suggestions. */
@ApplicationModule(allowedDependencies = {"conventions", "frame", "lms", "policy", "proof"})
package chalkline.server.crosslists;

import org.springframework.modulith.ApplicationModule;
