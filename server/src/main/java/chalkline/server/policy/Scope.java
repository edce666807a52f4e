package chalkline.server.policy;

import chalkline.core.arrivals.Section;
import java.util.Collection;
import java.util.Set;

/**
 * What a right reaches for one person. A section is reached through its department or through its instructors; a thing
 * that several sections share is reached through any of them to be read, and only through all of them to be changed.
 *
 * @param all whether it is everything
 * @param departments codes of departments
 * @param person sourcedId of the person whose sections it reaches; empty where it reaches nobody's
 * @param login whose own things it reaches; empty where it reaches none
 */
public record Scope(boolean all, Set<String> departments, String person, String login) {

    public boolean department(String code) {
        return all || departments.contains(code);
    }

    public boolean section(Section section) {
        return department(section.department().code()) || teaches(section);
    }

    private boolean teaches(Section section) {
        return !person.isEmpty()
                && section.instructors().stream().anyMatch(one -> one.id().equals(person));
    }

    /** Whether it reaches one of them. */
    public boolean any(Collection<Section> sections) {
        return all || sections.stream().anyMatch(this::section);
    }

    /** Whether it reaches every one of them; of none at all only where it reaches everything. */
    public boolean every(Collection<Section> sections) {
        return all || (!sections.isEmpty() && sections.stream().allMatch(this::section));
    }

    /** Whether something is of this person's own making, or within everything. */
    public boolean by(String maker) {
        return all || (!login.isEmpty() && login.equals(maker));
    }
}
