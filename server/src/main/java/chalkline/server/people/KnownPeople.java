package chalkline.server.people;

import chalkline.server.policy.Who;
import chalkline.server.policy.WhoIs;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What each person is now, for the policy. */
@Component
class KnownPeople implements WhoIs {
    private final Accounts accounts;

    KnownPeople(Accounts accounts) {
        this.accounts = accounts;
    }

    @Override
    @Transactional(readOnly = true)
    public Who of(String login) {
        return accounts.findWithRolesByLogin(login)
                .filter(account -> !account.isDisabled() && !account.mustChange())
                .map(account -> new Who(
                        login,
                        account.roles(),
                        account.departments(),
                        account.person().orElse("")))
                .orElse(new Who(login, Set.of(), Set.of(), ""));
    }
}
