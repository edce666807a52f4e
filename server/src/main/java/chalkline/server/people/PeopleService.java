package chalkline.server.people;

import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Role;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Knows who can sign in, what each is to the campus, and who is at it now. */
@Service
public class PeopleService implements UserDetailsService {
    private static final int RANDOM_BYTES = 12;

    private final Accounts accounts;
    private final PasswordEncoder passwords;
    private final BadPasswords bad = new BadPasswords();
    private final FindByIndexNameSessionRepository<?> sessions;
    private final LedgerService ledger;
    private final Policy policy;

    PeopleService(
            Accounts accounts,
            PasswordEncoder passwords,
            FindByIndexNameSessionRepository<?> sessions,
            LedgerService ledger,
            Policy policy) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.sessions = sessions;
        this.ledger = ledger;
        this.policy = policy;
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String login) {
        Account account = accounts.findWithRolesByLogin(login)
                .filter(found -> found.password().isPresent())
                .orElseThrow(() -> new UsernameNotFoundException(login));
        return details(account);
    }

    /** Rights are asked of the policy with every call; what stands here is for the actuator alone. */
    private static UserDetails details(Account account) {
        return User.withUsername(account.login())
                .password(account.password().orElse(""))
                .disabled(account.isDisabled())
                .roles(
                        account.mustChange()
                                ? new String[0]
                                : account.roles().stream().map(Role::name).toArray(String[]::new))
                .build();
    }

    /** Adds those of the demo, by their logins, who all sign in with one password; who is there already stays. */
    @Transactional
    public void addOfDemo(Map<String, PeopleViews.Wish> all, String password) {
        String encoded = null;
        for (Map.Entry<String, PeopleViews.Wish> one : all.entrySet()) {
            PeopleViews.Wish who = one.getValue();
            if (!accounts.existsById(one.getKey())) {
                encoded = encoded == null ? passwords.encode(password) : encoded;
                Account account = new Account(one.getKey(), who.name(), who.email(), who.roles());
                account.is(who.name(), who.email(), who.roles(), who.departments(), inList(who));
                account.changePassword(encoded);
                accounts.save(account);
            }
        }
    }

    /** Adds the first administrator; the password, which must be changed at the first sign-in. */
    @Transactional
    public String addFirst() {
        String password = random();
        Account account = new Account("admin", "Administrator", "", Set.of(Role.ADMINISTRATOR));
        account.giveFirstPassword(passwords.encode(password));
        accounts.save(account);
        return password;
    }

    private static String random() {
        byte[] random = new byte[RANDOM_BYTES];
        new SecureRandom().nextBytes(random);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(random);
    }

    /** Whether somebody has this name. */
    public boolean isThere(String login) {
        return accounts.existsById(login);
    }

    /** Whether no account has been made yet. */
    public boolean isNobodyThere() {
        return accounts.count() == 0;
    }

    /** Who a login belongs to, for people to read; the login itself where nobody has it. */
    public String nameOf(String login) {
        return accounts.findById(login).map(Account::name).orElse(login);
    }

    /** The names of all people, by their logins, for lists. */
    public Map<String, String> names() {
        return byLogin(accounts.names());
    }

    /** The names of some people, by their logins. */
    public Map<String, String> names(Collection<String> logins) {
        return logins.isEmpty() ? Map.of() : byLogin(accounts.names(logins));
    }

    private static Map<String, String> byLogin(List<Accounts.Named> named) {
        return named.stream().collect(Collectors.toMap(Accounts.Named::getLogin, Accounts.Named::getName));
    }

    /** Where somebody is written to; empty where nobody has the login. */
    public Optional<PeopleViews.Contact> contact(String login) {
        return accounts.findById(login).map(PeopleViews.Contact::of);
    }

    /** Those who are schedulers of any of these departments, by their codes; empty where none has one. */
    @Transactional(readOnly = true)
    public List<PeopleViews.Contact> schedulersOf(Collection<String> departments) {
        return departments.isEmpty()
                ? List.of()
                : contacts(accounts.findEnabledOf(departments).stream()
                        .filter(account -> account.roles().contains(Role.SCHEDULER))
                        .toList());
    }

    /** Those who run Chalk Line. */
    @Transactional(readOnly = true)
    public List<PeopleViews.Contact> administrators() {
        return contacts(accounts.findEnabledAs(Role.ADMINISTRATOR));
    }

    private static List<PeopleViews.Contact> contacts(List<Account> found) {
        return found.stream().distinct().map(PeopleViews.Contact::of).toList();
    }

    /** Who is signed in. */
    @Transactional(readOnly = true)
    public PeopleViews.Me me() {
        Account account = account(SignedIn.login());
        return new PeopleViews.Me(
                account.login(),
                account.name(),
                account.roles().stream().sorted().toList(),
                policy.rights(),
                policy.rights().stream()
                        .filter(right -> policy.scope(right).all())
                        .toList(),
                account.departments().stream().sorted().toList(),
                account.person().isPresent(),
                account.password().isPresent(),
                account.mustChange());
    }

    private Account account(String login) {
        return accounts.findWithRolesByLogin(login)
                .orElseThrow(() -> new NotFound("Nobody has the name " + login + "."));
    }

    /**
     * Gives whoever is signed in another password.
     *
     * @return who that is, with the rights that come with it
     */
    @Transactional
    public UserDetails changePassword(String now, String next) {
        Account account = account(SignedIn.login());
        if (!account.password().map(kept -> passwords.matches(now, kept)).orElse(false)) {
            throw new Refusal("now", 0, "This is not your present password.");
        }
        if (next.equals(now)) {
            throw new Refusal("next", 0, "This is your present password; choose another.");
        }
        bad.reason(next, List.of(account.login(), account.name(), account.email()))
                .ifPresent(reason -> {
                    throw new Refusal("next", 0, reason);
                });
        account.changePassword(passwords.encode(next));
        accounts.save(account);
        ledger.write("password changed", account.login(), Map.of());
        return details(account);
    }

    /** Keeps the password of whoever signs in as it is kept by now; it is the same password. */
    @Transactional
    public UserDetails keepAnew(UserDetails who, String encoded) {
        Account account = account(who.getUsername());
        // unless it was changed in that moment
        if (account.password().filter(kept -> kept.equals(who.getPassword())).isPresent()) {
            account.keepAnew(encoded);
            accounts.save(account);
        }
        return details(account);
    }

    /** Everyone, by name. */
    @May(Right.READ_PEOPLE)
    @Transactional(readOnly = true)
    public List<PeopleViews.Person> all() {
        return accounts.findAllByOrderByName().stream()
                .map(PeopleViews.Person::of)
                .toList();
    }

    /** Adds someone, with a password that must be changed at the first sign-in. */
    @May(Right.MANAGE_PEOPLE)
    @Transactional
    public PeopleViews.FirstPassword invite(String login, PeopleViews.Wish who) {
        if (accounts.existsById(login)) {
            throw new Conflict("Somebody has the name " + login + " already.");
        }
        if (ledger.subjects(PersonalData.ERASED).contains(login)) {
            throw new Conflict("Somebody who is gone had the name " + login
                    + ", and the ledger tells of them by it. Choose another.");
        }
        String password = random();
        Account account = new Account(login, who.name(), who.email(), who.roles());
        account.giveFirstPassword(passwords.encode(password));
        become(account, who);
        ledger.write(
                "person added",
                login,
                Map.of("name", who.name(), "roles", who.roles(), "departments", who.departments()));
        return new PeopleViews.FirstPassword(login, password);
    }

    /** Says anew who somebody is, with all roles; the next call of that person goes by it. */
    @May(Right.MANAGE_PEOPLE)
    @Transactional
    public PeopleViews.Person change(String login, PeopleViews.Wish who) {
        Account account = account(login);
        PeopleViews.Person before = PeopleViews.Person.of(account);
        if (login.equals(SignedIn.login()) && !who.roles().contains(Role.ADMINISTRATOR)) {
            throw new Refusal(
                    "roles",
                    0,
                    "You cannot take the role of administrator from yourself; let another administrator do it.");
        }
        become(account, who);
        PeopleViews.Person after = PeopleViews.Person.of(account);
        ledger.write("person changed", login, told(before, after));
        return after;
    }

    private void become(Account account, PeopleViews.Wish who) {
        if (who.roles().contains(Role.SCHEDULER) && who.departments().isEmpty()) {
            throw new Refusal("departments", 0, "A scheduler has at least one department; choose which.");
        }
        String person = inList(who);
        if (person != null) {
            accounts.findByPerson(person)
                    .filter(other -> !other.login().equals(account.login()))
                    .ifPresent(other -> {
                        throw new Conflict("That person of the list is " + other.name() + ", who signs in as "
                                + other.login() + ". Give that account the roles, or take the person from it first.");
                    });
        }
        account.is(who.name().strip(), who.email().strip(), who.roles(), who.departments(), person);
        accounts.saveAndFlush(account);
    }

    private static String inList(PeopleViews.Wish who) {
        return who.person() == null || who.person().isBlank()
                ? null
                : who.person().strip();
    }

    /** What is otherwise, as before and after. */
    private static Map<String, Object> told(PeopleViews.Person before, PeopleViews.Person after) {
        Map<String, Object> told = new HashMap<>();
        put(told, "name", before.name(), after.name());
        put(told, "email", before.email(), after.email());
        put(told, "roles", before.roles(), after.roles());
        put(told, "departments", before.departments(), after.departments());
        put(told, "person", before.person(), after.person());
        return told;
    }

    private static void put(Map<String, Object> told, String field, Object before, Object after) {
        if (!before.equals(after)) {
            told.put(field, Map.of("before", before, "after", after));
        }
    }

    /** Gives someone who forgot theirs a new first password, told once; their sign-ins end. */
    @May(Right.MANAGE_PEOPLE)
    @Transactional
    public PeopleViews.FirstPassword reset(String login) {
        Account account = account(login);
        String password = random();
        account.giveFirstPassword(passwords.encode(password));
        accounts.save(account);
        ledger.write("password reset", login, Map.of());
        signOut(login);
        return new PeopleViews.FirstPassword(login, password);
    }

    /** Keeps someone out, or lets them in again; sign-ins that are open end at once, and all that they did stays. */
    @May(Right.MANAGE_PEOPLE)
    @Transactional
    public void disable(String login, boolean disabled) {
        if (disabled && login.equals(SignedIn.login())) {
            throw new Refusal("You cannot disable yourself.");
        }
        Account account = account(login);
        account.disable(disabled);
        accounts.save(account);
        ledger.write(disabled ? "person disabled" : "person enabled", login, Map.of());
        signOut(login);
    }

    /** Ends all sign-ins of whoever is signed in. */
    @Transactional
    public void signOutEverywhere() {
        String login = SignedIn.login();
        ledger.write("signed out everywhere", login, Map.of());
        signOut(login);
    }

    void signOut(String login) {
        sessions.findByPrincipalName(login).keySet().forEach(sessions::deleteById);
    }
}
