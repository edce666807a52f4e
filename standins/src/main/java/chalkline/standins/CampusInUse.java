package chalkline.standins;

import chalkline.core.arrivals.RegistrarList;
import chalkline.standins.campus.Campus;
import chalkline.standins.campus.CampusSize;
import java.util.List;
import org.springframework.stereotype.Component;

/** The campus that this run of the stand-ins plays. */
@Component
public class CampusInUse {
    private static final int DEMO_SECTIONS = CampusSize.DEMO.sections();

    private final StandInSettings settings;

    CampusInUse(StandInSettings settings) {
        this.settings = settings;
    }

    /** The registrar's list of the term being prepared. */
    public RegistrarList list() {
        return Campus.list(size(), settings.seed());
    }

    /** What the campus and its days are made from. */
    public long seed() {
        return settings.seed();
    }

    /** The lists of the terms that stand in the LMS already. */
    public List<RegistrarList> earlier() {
        return settings.earlierTerms() ? Campus.earlier(size(), settings.seed()) : List.of();
    }

    private CampusSize size() {
        return settings.sections() == DEMO_SECTIONS ? CampusSize.DEMO : CampusSize.ofSections(settings.sections());
    }
}
