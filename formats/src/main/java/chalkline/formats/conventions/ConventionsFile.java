package chalkline.formats.conventions;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Unmatched;
import chalkline.formats.Fault;
import chalkline.formats.yaml.Place;
import java.util.List;
import java.util.Map;

/**
 * Conventions with the places in their file, for what can only be judged beside a registrar's list.
 *
 * @param places by path, such as {@code layers/2/when/subject/0}
 */
public record ConventionsFile(Conventions conventions, Map<String, Place> places, String name) {

    /** Organizations and terms that the moves name and the list does not have: with any, nothing can be computed. */
    public List<Fault> against(RegistrarList list) {
        return placed(Moves.unknown(list, conventions));
    }

    /** What matches nothing in the list and so has no effect. */
    public List<Fault> unmatched(RegistrarList list) {
        return placed(Unmatched.of(list, conventions));
    }

    private List<Fault> placed(List<Unmatched> found) {
        return found.stream()
                .map(unmatched -> {
                    Place place = places.get(unmatched.path());
                    return new Fault(name, place.line(), Integer.toString(place.column()), unmatched.reason());
                })
                .toList();
    }
}
