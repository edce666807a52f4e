package chalkline.server.conventions;

import chalkline.core.conventions.Conventions;
import chalkline.server.frame.Refusal;

/** Something that conventions must satisfy before they are kept, whichever way they come in. */
public interface KeepCheck {
    /**
     * Looks at conventions that are about to be kept.
     *
     * @param before what holds now
     * @param change the change that was made to it
     * @throws Refusal where they must not be kept
     */
    void check(Conventions before, Conventions after, Change change);
}
