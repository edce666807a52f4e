package chalkline.formats.conventions;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Moves;
import chalkline.formats.Fault;
import java.util.List;
import java.util.Map;

/**
 * Conventions with the places in their file that can only be judged beside a registrar's list.
 *
 * @param moves where {@code to} and {@code since} of each move stand, in the order of the moves
 */
public record ConventionsFile(Conventions conventions, List<Map<String, Place>> moves, String name) {

    /** A place in the file, counted from 1. */
    public record Place(long line, int column) {}

    /** Organizations and terms that the moves name and the list does not have. */
    public List<Fault> against(RegistrarList list) {
        return Moves.unknown(list, conventions).stream()
                .map(unknown -> {
                    Place place = moves.get(unknown.move()).get(unknown.key());
                    return new Fault(name, place.line(), Integer.toString(place.column()), unknown.reason());
                })
                .toList();
    }
}
