package chalkline.core.arrivals;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * How much of a list may be gone, against the one before, until it is held for a person. Shares are in whole per cent from
 * 0 to 100; one trips when more than that is gone.
 *
 * @param sectionsOut of the sections
 * @param instructorsOut of the instructors of sections that stay
 * @param drops of the students of sections that stay
 * @param from how large the whole must be, at least 1, for its share to be looked at
 * @param departments other limits of single departments, by their codes
 * @param sources other limits of the lists of single registrars, by the short names of their sources
 */
public record Guards(
        int sectionsOut,
        int instructorsOut,
        int drops,
        int from,
        Map<String, Guards> departments,
        Map<String, Guards> sources) {
    public static final Guards USUAL = new Guards(10, 25, 20, 20);

    public Guards(int sectionsOut, int instructorsOut, int drops, int from) {
        this(sectionsOut, instructorsOut, drops, from, Map.of(), Map.of());
    }

    /** In words, as versions are compared. */
    @Override
    public String toString() {
        String campus = "sections " + sectionsOut + " %, instructors " + instructorsOut + " %, students " + drops
                + " %, from " + from;
        StringBuilder all = new StringBuilder(campus);
        departments.forEach(
                (code, one) -> all.append("; ").append(code).append(": ").append(one));
        sources.forEach((name, one) ->
                all.append("; lists of ").append(name).append(": ").append(one));
        return all.toString();
    }

    /** The guards of one registrar's lists; what departments have of their own holds there too. */
    public Guards of(String source) {
        Guards own = sources.get(source);
        return own == null
                ? this
                : new Guards(own.sectionsOut, own.instructorsOut, own.drops, own.from, departments, Map.of());
    }

    /** So many sections, all of them gone, trip whatever {@link #from} is. */
    private static final int WHOLE_DEPARTMENT = 5;

    /**
     * A guard that a list trips.
     *
     * @param department its code; empty for the campus
     * @param guard the name of the guard, as in a conventions file
     * @param out how many are gone
     * @param whole of how many
     */
    public record Trip(String department, String guard, int out, int whole) {
        @Override
        public String toString() {
            return (department.isEmpty() ? "campus" : department) + ": " + guard + ": " + out + " of " + whole;
        }
    }

    List<Trip> tripped(ListChanges.Loss loss) {
        return departments.getOrDefault(loss.department(), this).trippedBy(loss);
    }

    private List<Trip> trippedBy(ListChanges.Loss loss) {
        List<Trip> trips = new ArrayList<>();
        boolean wholeDepartment = !loss.department().isEmpty()
                && loss.sectionsOut() == loss.sections()
                && loss.sections() >= WHOLE_DEPARTMENT
                && sectionsOut < 100;
        if (wholeDepartment || trips(loss.sectionsOut(), loss.sections(), sectionsOut)) {
            trips.add(new Trip(loss.department(), "sectionsOut", loss.sectionsOut(), loss.sections()));
        }
        if (trips(loss.instructorsOut(), loss.instructors(), instructorsOut)) {
            trips.add(new Trip(loss.department(), "instructorsOut", loss.instructorsOut(), loss.instructors()));
        }
        if (trips(loss.drops(), loss.students(), drops)) {
            trips.add(new Trip(loss.department(), "drops", loss.drops(), loss.students()));
        }
        return trips;
    }

    private boolean trips(int out, int whole, int limit) {
        return whole >= from && (long) out * 100 > (long) limit * whole;
    }
}
