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

    protected Account() {}

    Account(String login, String name, String password, Role role) {
        this.login = login;
        this.name = name;
        this.password = password;
        this.role = role;
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
