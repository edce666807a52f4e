package chalkline.server.policy;

import java.util.Set;

/**
 * Whoever is at it, as far as rights go.
 *
 * @param login empty for the program itself
 * @param departments codes of those that the person is scheduler of
 * @param person the person's sourcedId in the registrar's list; empty for somebody who is in none
 */
public record Who(String login, Set<Role> roles, Set<String> departments, String person) {
    public Who {
        roles = Set.copyOf(roles);
        departments = Set.copyOf(departments);
    }
}
