package chalkline.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;

/** Someone who can sign in. */
@Entity
class Account {
    @Id
    private String login;

    private String name;
    private String password;

    @Enumerated(EnumType.STRING)
    private Role role;

    private boolean disabled;
    /** Whether the password was given by somebody else, so that it is good for one sign-in only. */
    private boolean mustChange;

    protected Account() {}

    Account(String login, String name, String password, Role role) {
        this.login = login;
        this.name = name;
        this.password = password;
        this.role = role;
    }

    static Account withFirstPassword(String login, String name, String password, Role role) {
        Account account = new Account(login, name, password, role);
        account.mustChange = true;
        return account;
    }

    void changePassword(String encoded) {
        password = encoded;
        mustChange = false;
    }

    void giveFirstPassword(String encoded) {
        password = encoded;
        mustChange = true;
    }

    void disable(boolean no) {
        disabled = no;
    }

    boolean isDisabled() {
        return disabled;
    }

    boolean mustChange() {
        return mustChange;
    }

    String login() {
        return login;
    }

    String name() {
        return name;
    }

    String password() {
        return password;
    }

    Role role() {
        return role;
    }
}
