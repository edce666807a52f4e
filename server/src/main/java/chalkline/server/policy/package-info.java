/** Who may do what with what: roles, rights and how far each right reaches, as one table that every room asks. */
@ApplicationModule(allowedDependencies = {})
package chalkline.server.policy;

import org.springframework.modulith.ApplicationModule;
