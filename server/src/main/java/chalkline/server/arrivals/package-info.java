/** The registrar's lists: they come in, are read once, held where their numbers would harm, kept, and put in use again. */
@ApplicationModule(allowedDependencies = {"conventions", "frame", "ledger", "lms", "mail", "people", "policy"})
package chalkline.server.arrivals;

import org.springframework.modulith.ApplicationModule;
