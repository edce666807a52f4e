package chalkline.server.build;

import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a build did to one shell, as far as it was recorded. */
final class Did {
    final String key;
    String code = "";
    String department = "";
    boolean made;
    boolean put;
    boolean closed;
    Optional<Boolean> archived = Optional.empty();
    boolean removed;

    /** The shell's mark after the last thing that was done to it; 0 where the LMS did not say. */
    long mark;

    Optional<Lms.Rename> rename = Optional.empty();

    /** What puts its people back, in the order in which they were changed. */
    final List<Lms.PeopleChange> undo = new ArrayList<>();

    Did(String key) {
        this.key = key;
    }

    /** The key that it had before. */
    String keyBefore() {
        return rename.map(Lms.Rename::key).orElse(key);
    }
}
