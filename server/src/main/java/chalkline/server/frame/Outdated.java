package chalkline.server.frame;

import chalkline.server.ChalkLineSettings;
import java.time.Instant;

/** Something that is kept for a time only. A room that keeps such has a bean that says so, which is asked every night. */
public interface Outdated {
    /** What it is, as the ledger says it. */
    String what();

    /** After how many days it may go; 0 where it stays. */
    int days(ChalkLineSettings.Keep keep);

    /** Takes out what is older than a moment and needed by nothing; how many rows went. */
    int takeOut(Instant before);
}
