package chalkline.server.frame;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Something that is kept of people. A room that keeps such has a bean that says so: it is asked when somebody wants to have
 * what is kept of them, or to have it taken out.
 */
public interface OfPeople {
    /** What it is, in words for a person. */
    String what();

    /** All of it that is of somebody, as rows of names and values. */
    List<Map<String, Object>> kept(Somebody who);

    /** How many rows that are. */
    default int count(Somebody who) {
        return kept(who).size();
    }

    /** Why it can't be taken out now, in words that say what to do first; empty where nothing is in the way. */
    default Optional<String> inTheWay(Somebody who) {
        return Optional.empty();
    }

    /** Takes it out, in the transaction of the caller; how many rows. */
    int takeOut(Somebody who);

    /** What of it stays all the same, and why; empty where nothing does. */
    default String stays() {
        return "";
    }

    /** Who is meant by a user name, a number or an address, as far as this knows people. */
    default Set<Somebody> named(String text) {
        return Set.of();
    }
}
