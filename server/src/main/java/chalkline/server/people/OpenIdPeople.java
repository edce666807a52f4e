package chalkline.server.people;

import chalkline.server.ChalkLineSettings;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.Role;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Finds whose account it is that a provider vouches for. The first time that is the one with the same name; from then on the
 * one that was found then, by the provider's own number for the person, whatever names change to.
 */
@Component
class OpenIdPeople {
    private final Accounts accounts;
    private final ChalkLineSettings.OpenId settings;
    private final LedgerService ledger;

    OpenIdPeople(Accounts accounts, ChalkLineSettings settings, LedgerService ledger) {
        this.accounts = accounts;
        this.settings = settings.openid();
        this.ledger = ledger;
    }

    /** Somebody is who they say, and has no business here. */
    static final class NotLetIn extends AuthenticationException {
        private static final long serialVersionUID = 1L;

        /** A word of the address for what the person is told. */
        private final String code;

        NotLetIn(String code, String message) {
            super(message);
            this.code = code;
        }

        String code() {
            return code;
        }
    }

    /** @throws NotLetIn where no account is there for the person, or it is disabled */
    @Transactional
    public OpenIdUser of(OidcUser told) {
        String subject = told.getIssuer() + " " + told.getSubject();
        String login = Optional.ofNullable(told.getClaimAsString(settings.loginClaim()))
                .orElse("")
                .toLowerCase(Locale.ROOT);
        Optional<Set<Role>> roles = roles(told);
        Account account = accounts.findBySubject(subject)
                .or(() -> accounts.findWithRolesByLogin(login)
                        .filter(one -> one.subject().isEmpty()))
                .or(() -> roles.filter(given -> !given.isEmpty() && !login.isEmpty() && !accounts.existsById(login))
                        .map(given -> accounts.save(new Account(login, name(told, login), email(told), given))))
                .orElseThrow(() -> new NotLetIn("unknown", "nobody has the name “" + login + "” here"));
        if (account.isDisabled()) {
            throw new NotLetIn("disabled", "the account of " + account.login() + " is disabled");
        }
        if (account.subject().isEmpty()) {
            account.signsInAs(subject);
            ledger.write(
                    account.login(),
                    "campus account known",
                    account.login(),
                    Map.of("issuer", told.getIssuer().toString()));
        }
        if (account.mustChange()) {
            account.forgetFirstPassword();
        }
        roles.ifPresent(given -> take(account, given));
        accounts.save(account);
        return new OpenIdUser(account.login(), told.getIdToken());
    }

    /** Who teaches is told by the registrar's list, and stays. */
    private void take(Account account, Set<Role> given) {
        Set<Role> wanted = EnumSet.noneOf(Role.class);
        wanted.addAll(given);
        if (account.roles().contains(Role.INSTRUCTOR)) {
            wanted.add(Role.INSTRUCTOR);
        }
        if (!wanted.equals(account.roles())) {
            ledger.write(
                    account.login(),
                    "roles told by campus account",
                    account.login(),
                    Map.of("before", account.roles(), "after", wanted));
            account.take(wanted);
        }
    }

    private static String name(OidcUser told, String login) {
        return Optional.ofNullable(told.getFullName()).orElse(login);
    }

    private static String email(OidcUser told) {
        return Optional.ofNullable(told.getEmail()).orElse("");
    }

    /** Empty where roles are given in Chalk Line. */
    private Optional<Set<Role>> roles(OidcUser told) {
        if (settings.rolesClaim().isBlank()) {
            return Optional.empty();
        }
        Object claim = told.getClaims().get(settings.rolesClaim());
        Collection<?> values = claim instanceof Collection<?> many ? many : claim == null ? List.of() : List.of(claim);
        Map<String, Role> known = Arrays.stream(settings.roles().split(","))
                .map(String::strip)
                .filter(pair -> pair.contains("="))
                .collect(Collectors.toMap(
                        pair -> pair.substring(0, pair.lastIndexOf('=')).strip(),
                        pair -> Role.valueOf(
                                pair.substring(pair.lastIndexOf('=') + 1).strip())));
        Set<Role> roles = EnumSet.noneOf(Role.class);
        values.stream()
                .map(value -> known.get(value.toString()))
                .filter(role -> role != null)
                .forEach(roles::add);
        return Optional.of(roles);
    }
}
