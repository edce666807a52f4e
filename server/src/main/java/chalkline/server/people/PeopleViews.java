package chalkline.server.people;

import chalkline.server.policy.Right;
import chalkline.server.policy.Role;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** People as screens and scripts see them. */
public final class PeopleViews {
    private PeopleViews() {}

    /**
     * The person who is signed in.
     *
     * @param rights what the policy gives, however far it reaches
     * @param wide those of them that reach everything
     * @param departments codes of departments that the person is scheduler of
     * @param listed whether the registrar's list has this person
     * @param ownPassword whether there is a password of Chalk Line's own to change
     * @param mustChange whether another password has to be chosen before anything else can be done
     */
    public record Me(
            String login,
            String name,
            List<Role> roles,
            List<Right> rights,
            List<Right> wide,
            List<String> departments,
            boolean listed,
            boolean ownPassword,
            boolean mustChange) {}

    /**
     * Someone who can sign in, or could before being disabled.
     *
     * @param person sourcedId in the registrar's list; empty for somebody who is in none
     * @param fromList whether the account was made because the list has the person
     * @param hasPassword whether there is a password of Chalk Line's own
     */
    public record Person(
            String login,
            String name,
            String email,
            List<Role> roles,
            List<String> departments,
            String person,
            boolean fromList,
            boolean hasPassword,
            boolean disabled,
            boolean mustChange) {
        static Person of(Account account) {
            return new Person(
                    account.login(),
                    account.name(),
                    account.email(),
                    account.roles().stream().sorted().toList(),
                    account.departments().stream().sorted().toList(),
                    account.person().orElse(""),
                    account.isFromList(),
                    account.password().isPresent(),
                    account.isDisabled(),
                    account.mustChange());
        }
    }

    /**
     * What somebody is to be.
     *
     * @param departments codes of those that the person is scheduler of
     * @param person sourcedId in the registrar's list; empty or null for nobody in it
     */
    public record Wish(
            @NotBlank @Size(max = 200) String name,
            @NotNull @Size(max = 320) String email,
            @NotNull Set<@NotNull Role> roles,
            @NotNull @Size(max = 500) Set<@NotNull @Size(max = 255) String> departments,
            @Nullable @Size(max = 255) String person) {}

    /** A password that is told once. */
    public record FirstPassword(String login, String password) {}

    /** Somebody to write to. */
    public record Contact(String login, String name, String email) {
        static Contact of(Account account) {
            return new Contact(account.login(), account.name(), account.email());
        }
    }
}
