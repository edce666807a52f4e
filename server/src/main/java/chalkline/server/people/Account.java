package chalkline.server.people;

import chalkline.server.policy.Role;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Someone who can sign in. */
@Entity
class Account {
    @Id
    private String login;

    private String name;
    private String email;
    private @Nullable String password;
    /** The sourcedId in the registrar's list. */
    private @Nullable String person;

    private boolean fromList;
    /** What an OpenID provider calls this person: its issuer, a blank, the subject. */
    private @Nullable String subject;

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "account_role", joinColumns = @JoinColumn(name = "login"))
    @Column(name = "role")
    @Enumerated(EnumType.STRING)
    private Set<Role> roles = new HashSet<>();

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "account_department", joinColumns = @JoinColumn(name = "login"))
    @Column(name = "department")
    private Set<String> departments = new HashSet<>();

    private boolean disabled;
    /** Whether the password was given by somebody else, so that it is good for one sign-in only. */
    private boolean mustChange;

    protected Account() {}

    Account(String login, String name, String email, Set<Role> roles) {
        this.login = login;
        this.name = name;
        this.email = email;
        this.roles = new HashSet<>(roles);
    }

    void changePassword(String encoded) {
        password = encoded;
        mustChange = false;
    }

    /** The same password, kept in another way. */
    void keepAnew(String encoded) {
        password = encoded;
    }

    void giveFirstPassword(String encoded) {
        password = encoded;
        mustChange = true;
    }

    /** Says who it is; what was said before is forgotten. */
    void is(String itsName, String itsEmail, Set<Role> itsRoles, Set<String> itsDepartments, @Nullable String inList) {
        name = itsName;
        email = itsEmail;
        roles.retainAll(itsRoles);
        roles.addAll(itsRoles);
        departments.retainAll(itsDepartments);
        departments.addAll(itsDepartments);
        person = inList;
    }

    /** The registrar's list has it, so that it goes with what that says. */
    void comeFromList(String sourcedId) {
        person = sourcedId;
        fromList = true;
    }

    /** How the registrar's list calls it now. */
    void listCalls(String itsName, String itsEmail) {
        name = itsName;
        email = itsEmail;
    }

    void signsInAs(String issuerAndSubject) {
        subject = issuerAndSubject;
    }

    /** Who signs in elsewhere never needs the one that was told. */
    void forgetFirstPassword() {
        password = null;
        mustChange = false;
    }

    Optional<String> subject() {
        return Optional.ofNullable(subject);
    }

    void take(Set<Role> itsRoles) {
        roles.retainAll(itsRoles);
        roles.addAll(itsRoles);
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

    boolean isFromList() {
        return fromList;
    }

    String login() {
        return login;
    }

    String name() {
        return name;
    }

    String email() {
        return email;
    }

    Optional<String> password() {
        return Optional.ofNullable(password);
    }

    Optional<String> person() {
        return Optional.ofNullable(person);
    }

    Set<Role> roles() {
        return Set.copyOf(roles);
    }

    Set<String> departments() {
        return Set.copyOf(departments);
    }
}
