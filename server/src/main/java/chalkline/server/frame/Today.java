package chalkline.server.frame;

import chalkline.core.arrivals.AcademicSession;
import chalkline.server.ChalkLineSettings;
import java.time.LocalDate;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** The day that it is: the machine's, unless the settings fix one, as the demo does for its made-up terms. */
@Component
public class Today {
    private final ChalkLineSettings settings;
    private final Time time;

    Today(ChalkLineSettings settings, Time time) {
        this.time = time;
        this.settings = settings;
    }

    public LocalDate in(ZoneId zone) {
        return settings.today() == null ? LocalDate.ofInstant(time.now(), zone) : settings.today();
    }

    /** Whether a term has ended by the clocks of a zone; one without a last day never has. */
    public boolean isAfter(AcademicSession term, ZoneId zone) {
        return term.end().filter(in(zone)::isAfter).isPresent();
    }
}
