package chalkline.server.arrivals;

import chalkline.core.arrivals.Person;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

/** A person of an arrival. */
@Entity
@Table(name = "listed_person")
class ListedPerson {
    @EmbeddedId
    private RowId rowId;

    private String sourceId;
    private boolean enabled;
    private String username;
    private String givenName;
    private String familyName;
    private String identifier;
    private String email;

    protected ListedPerson() {}

    ListedPerson(RowId rowId, Person person) {
        this.rowId = rowId;
        this.sourceId = person.id();
        this.enabled = person.enabled();
        this.username = person.username();
        this.givenName = person.givenName();
        this.familyName = person.familyName();
        this.identifier = person.identifier();
        this.email = person.email();
    }

    Person toCore() {
        return new Person(sourceId, enabled, username, givenName, familyName, identifier, email);
    }
}
