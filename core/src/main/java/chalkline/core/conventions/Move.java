package chalkline.core.conventions;

import java.util.Optional;

/**
 * Puts the sections that match under another department.
 *
 * @param to the code of an organization of the list
 * @param since a date or a term's code from which it holds; always, if empty
 */
public record Move(When when, String to, Optional<String> since) {}
