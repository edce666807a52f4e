package chalkline.server.people;

import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.Role;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of those whom the registrar's list has teach. */
@Service
public class Instructors {
    private final Accounts accounts;
    private final PasswordEncoder passwords;
    private final LedgerService ledger;

    Instructors(Accounts accounts, PasswordEncoder passwords, LedgerService ledger) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.ledger = ledger;
    }

    /** Someone whom the registrar's list names as an instructor. */
    public record Listed(String person, String username, String name, String email) {}

    /**
     * Gives all who teach an account and the role of instructor, and takes that role from those of the list who do not;
     * their accounts and all that they did stay.
     *
     * @param password what new ones sign in with, in the demo; empty where they get one from an administrator, or sign in
     *     elsewhere
     * @return usernames that somebody else has or had, so that an administrator must say who is who
     */
    @Transactional
    public List<String> takeFromList(Collection<Listed> teaching, Optional<String> password) {
        Map<String, Account> byPerson = new HashMap<>();
        List<Account> all = accounts.findAllByOrderByName();
        Set<String> logins = all.stream().map(Account::login).collect(Collectors.toSet());
        // the ledger tells of somebody else by them
        logins.addAll(ledger.subjects(PersonalData.ERASED));
        all.forEach(account -> account.person().ifPresent(person -> byPerson.put(person, account)));
        List<String> taken = new ArrayList<>();
        List<Account> made = new ArrayList<>();
        Set<String> teach = teaching.stream().map(Listed::person).collect(Collectors.toSet());
        for (Listed one : teaching) {
            Account known = byPerson.get(one.person());
            if (known == null && !logins.add(one.username())) {
                taken.add(one.username());
            } else if (known == null) {
                Account account = new Account(one.username(), one.name(), one.email(), Set.of(Role.INSTRUCTOR));
                account.comeFromList(one.person());
                made.add(account);
            } else {
                teaches(known, one);
            }
        }
        byPerson.forEach((person, account) -> {
            if (account.isFromList()
                    && !teach.contains(person)
                    && account.roles().contains(Role.INSTRUCTOR)) {
                account.take(without(account.roles()));
            }
        });
        if (!made.isEmpty()) {
            Optional<String> encoded = password.map(passwords::encode);
            made.forEach(account -> encoded.ifPresent(account::changePassword));
        }
        accounts.saveAll(made);
        if (!made.isEmpty()) {
            ledger.write("people added from list", "instructors", Map.of("people", made.size(), "taken", taken.size()));
        }
        return taken;
    }

    private static void teaches(Account known, Listed one) {
        if (!known.roles().contains(Role.INSTRUCTOR)) {
            Set<Role> roles = new HashSet<>(known.roles());
            roles.add(Role.INSTRUCTOR);
            known.take(roles);
        }
        if (known.isFromList()) {
            known.listCalls(one.name(), one.email());
        }
    }

    private static Set<Role> without(Set<Role> roles) {
        return roles.stream().filter(role -> role != Role.INSTRUCTOR).collect(Collectors.toSet());
    }
}
