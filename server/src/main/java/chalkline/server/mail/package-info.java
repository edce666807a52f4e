/** Mail: what is to be told goes into a queue with what it tells of, and is sent from there. */
@ApplicationModule(allowedDependencies = {"frame"})
package chalkline.server.mail;

import org.springframework.modulith.ApplicationModule;
