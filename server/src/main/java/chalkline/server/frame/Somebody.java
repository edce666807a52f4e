package chalkline.server.frame;

import java.util.Set;

/**
 * A person of whom something may be kept.
 *
 * @param login as which the person signs in; empty for who never did
 * @param person sourcedId in the registrar's lists; empty for who is in none
 * @param usernames as lists and the account have them
 * @param addresses of mail
 */
public record Somebody(String login, String person, Set<String> usernames, Set<String> addresses) {}
