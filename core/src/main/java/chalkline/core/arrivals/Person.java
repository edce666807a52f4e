package chalkline.core.arrivals;

/**
 * Someone who teaches or studies. Disabled people stay on their sections; the proof notes it. What is seldom asked for
 * stands in one text: a list has a hundred thousand people, and each text of its own is two objects more to keep and move.
 */
public final class Person {
    private final String id;
    private final boolean enabled;
    private final String givenName;
    private final String familyName;
    /** The username, the identifier and the address, one after another. */
    private final String reached;

    private final int usernameEnds;
    private final int identifierEnds;

    /** @param identifier the campus's own number for the person, or empty */
    public Person(
            String id,
            boolean enabled,
            String username,
            String givenName,
            String familyName,
            String identifier,
            String email) {
        this(
                id,
                enabled,
                givenName,
                familyName,
                username + identifier + email,
                username.length(),
                username.length() + identifier.length());
    }

    /**
     * Someone of whom it is said in one text how to reach them.
     *
     * @param reached the username, the identifier and the address, one after another
     * @param usernameEnds where the username ends in it, in chars from 0
     * @param identifierEnds where the identifier ends in it
     */
    public Person(
            String id,
            boolean enabled,
            String givenName,
            String familyName,
            String reached,
            int usernameEnds,
            int identifierEnds) {
        this.id = id;
        this.enabled = enabled;
        this.givenName = givenName;
        this.familyName = familyName;
        this.reached = reached;
        this.usernameEnds = usernameEnds;
        this.identifierEnds = identifierEnds;
    }

    public String id() {
        return id;
    }

    public boolean enabled() {
        return enabled;
    }

    public String username() {
        return reached.substring(0, usernameEnds);
    }

    public String givenName() {
        return givenName;
    }

    public String familyName() {
        return familyName;
    }

    /** The campus's own number for the person, or empty. */
    public String identifier() {
        return reached.substring(usernameEnds, identifierEnds);
    }

    public String email() {
        return reached.substring(identifierEnds);
    }

    /** Given name and family name, as people say it. */
    public String fullName() {
        return (givenName + " " + familyName).strip();
    }

    @Override
    public boolean equals(Object other) {
        return other == this
                || (other instanceof Person person
                        && person.id.equals(id)
                        && person.enabled == enabled
                        && person.givenName.equals(givenName)
                        && person.familyName.equals(familyName)
                        && person.usernameEnds == usernameEnds
                        && person.identifierEnds == identifierEnds
                        && person.reached.equals(reached));
    }

    @Override
    public int hashCode() {
        return id.hashCode();
    }

    @Override
    public String toString() {
        return "Person[" + id + ", " + (enabled ? "" : "disabled, ") + fullName() + ", " + username() + ", "
                + identifier() + ", " + email() + "]";
    }
}
