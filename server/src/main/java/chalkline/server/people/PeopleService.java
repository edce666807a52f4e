package chalkline.server.people;

import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Knows who can sign in, and who is at it now. */
@Service
public class PeopleService implements UserDetailsService {
    private final Accounts accounts;
    private final PasswordEncoder passwords;

    PeopleService(Accounts accounts, PasswordEncoder passwords) {
        this.accounts = accounts;
        this.passwords = passwords;
    }

    @Override
    public UserDetails loadUserByUsername(String login) {
        Account account = accounts.findById(login).orElseThrow(() -> new UsernameNotFoundException(login));
        return User.withUsername(account.login())
                .password(account.password())
                .roles(account.role().name())
                .build();
    }

    /** Adds someone, unless the login is there already. */
    @Transactional
    public void add(String login, String name, String password, Role role) {
        if (!accounts.existsById(login)) {
            accounts.save(new Account(login, name, passwords.encode(password), role));
        }
    }

    /** Whether no account has been made yet. */
    public boolean isNobodyThere() {
        return accounts.count() == 0;
    }

    /** Who a login belongs to, for people to read; the login itself where nobody has it. */
    public String nameOf(String login) {
        return accounts.findById(login).map(Account::name).orElse(login);
    }

    /** Who is signed in. */
    public Me me() {
        Account account = accounts.findById(currentLogin()).orElseThrow();
        return new Me(account.login(), account.name(), account.role());
    }

    /** The login of whoever is at it; {@code chalkline} for the program itself. */
    public static String currentLogin() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication == null ? "chalkline" : authentication.getName();
    }

    /** The person who is signed in. */
    public record Me(String login, String name, Role role) {}
}
