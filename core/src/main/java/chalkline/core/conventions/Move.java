package chalkline.core.conventions;

import java.util.Optional;

/**
 * Puts the sections that match under another department.
 *
 * @param to the code of an organization of the list; of one that is yet to come, where a name is given
 * @param since a date or a term's code from which it holds; always, if empty
 * @param name what the department is called from then on; what the list calls it, if empty
 * @param college the code of the college that it is in from then on; if empty the list's, or for a department that is yet to
 *     come each section's own
 */
public record Move(When when, String to, Optional<String> since, Optional<String> name, Optional<String> college) {

    public Move(When when, String to, Optional<String> since) {
        this(when, to, since, Optional.empty(), Optional.empty());
    }
}
