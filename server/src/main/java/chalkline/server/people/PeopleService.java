package chalkline.server.people;

import chalkline.server.frame.Administrators;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Knows who can sign in, and who is at it now. */
@Service
public class PeopleService implements UserDetailsService {
    /** A password given by somebody else lets its owner do one thing: choose another. */
    private static final String CHOOSES_A_PASSWORD = "CHOOSES_A_PASSWORD";

    /** NIST SP 800-63B (from memory): length counts, composition does not. bcrypt looks at 72 bytes. */
    private static final int SHORTEST = 12;

    private static final int LONGEST_BYTES = 72;
    private static final int RANDOM_BYTES = 12;

    private final Accounts accounts;
    private final PasswordEncoder passwords;
    private final FindByIndexNameSessionRepository<?> sessions;
    private final LedgerService ledger;

    PeopleService(
            Accounts accounts,
            PasswordEncoder passwords,
            FindByIndexNameSessionRepository<?> sessions,
            LedgerService ledger) {
        this.ledger = ledger;
        this.accounts = accounts;
        this.passwords = passwords;
        this.sessions = sessions;
    }

    @Override
    public UserDetails loadUserByUsername(String login) {
        Account account = accounts.findById(login).orElseThrow(() -> new UsernameNotFoundException(login));
        return details(account);
    }

    private static UserDetails details(Account account) {
        return User.withUsername(account.login())
                .password(account.password())
                .disabled(account.isDisabled())
                .roles(
                        account.mustChange()
                                ? CHOOSES_A_PASSWORD
                                : account.role().name())
                .build();
    }

    /** Adds someone of the demo, unless the login is there already. */
    @Transactional
    public void add(String login, String name, String password, Role role) {
        if (!accounts.existsById(login)) {
            accounts.save(new Account(login, name, passwords.encode(password), role));
        }
    }

    /** Adds the first administrator; the password, which must be changed at the first sign-in. */
    @Transactional
    public String addFirst() {
        String password = random();
        accounts.save(
                Account.withFirstPassword("admin", "Administrator", passwords.encode(password), Role.ADMINISTRATOR));
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
        return accounts.findAll().stream().collect(Collectors.toMap(Account::login, Account::name));
    }

    /** Who is signed in. */
    public Me me() {
        Account account = account(SignedIn.login());
        return new Me(account.login(), account.name(), account.role(), account.mustChange());
    }

    private Account account(String login) {
        return accounts.findById(login).orElseThrow(() -> new NotFound("Nobody has the name " + login + "."));
    }

    /**
     * Gives whoever is signed in another password.
     *
     * @return who that is, with the rights that come with it
     */
    @Transactional
    public UserDetails changePassword(String now, String next) {
        Account account = account(SignedIn.login());
        if (!passwords.matches(now, account.password())) {
            throw new Refusal("now", 0, "This is not your present password.");
        }
        if (next.codePointCount(0, next.length()) < SHORTEST) {
            throw new Refusal("next", 0, "A password has at least " + SHORTEST + " characters; a few words do.");
        }
        if (next.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_BYTES) {
            throw new Refusal("next", 0, "A password has at most " + LONGEST_BYTES + " bytes.");
        }
        if (next.equals(now)) {
            throw new Refusal("next", 0, "This is your present password; choose another.");
        }
        account.changePassword(passwords.encode(next));
        accounts.save(account);
        ledger.write("password changed", account.login(), Map.of());
        return details(account);
    }

    /** Everybody who can sign in or could. */
    @Administrators
    public List<Person> all() {
        return accounts.findAll().stream()
                .map(account -> new Person(
                        account.login(), account.name(), account.role(), account.isDisabled(), account.mustChange()))
                .toList();
    }

    /** Adds someone; the first password is told once and must be changed at the first sign-in. */
    @Administrators
    @Transactional
    public FirstPassword invite(String login, String name, Role role) {
        if (accounts.existsById(login)) {
            throw new Conflict("Somebody has the name " + login + " already.");
        }
        String password = random();
        accounts.save(Account.withFirstPassword(login, name, passwords.encode(password), role));
        ledger.write("person added", login, Map.of("name", name, "role", role));
        return new FirstPassword(login, password);
    }

    /** Gives someone who forgot theirs a new first password, told once; their sign-ins end. */
    @Administrators
    @Transactional
    public FirstPassword reset(String login) {
        Account account = account(login);
        String password = random();
        account.giveFirstPassword(passwords.encode(password));
        accounts.save(account);
        ledger.write("password reset", login, Map.of());
        signOut(login);
        return new FirstPassword(login, password);
    }

    /** Keeps someone out, or lets them in again; sign-ins that are open end at once. */
    @Administrators
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

    private void signOut(String login) {
        sessions.findByPrincipalName(login).keySet().forEach(sessions::deleteById);
    }

    /**
     * The person who is signed in.
     *
     * @param mustChange whether another password has to be chosen before anything else can be done
     */
    public record Me(String login, String name, Role role, boolean mustChange) {}

    /** Someone who can sign in, or could before being disabled. */
    public record Person(String login, String name, Role role, boolean disabled, boolean mustChange) {}

    /** A password that is told once. */
    public record FirstPassword(String login, String password) {}
}
