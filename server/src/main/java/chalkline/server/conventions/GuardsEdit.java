package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.arrivals.Guards;
import chalkline.core.conventions.Conventions;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * How much of a list may be gone until it is held, for the campus and where it is otherwise.
 *
 * @param departments other limits of single departments, by their codes
 * @param sources other limits of the lists of single registrars, by their short names
 */
record GuardsEdit(
        @NotNull @Valid Shares campus,

        @NotNull @Size(max = Bounds.MOVES)
        Map<@NotNull @Size(max = Bounds.ID) String, @NotNull @Valid Shares> departments,

        @NotNull @Size(max = 100) Map<@NotNull @Size(max = Bounds.ID) String, @NotNull @Valid Shares> sources) {

    /** In whole per cent, and how large the whole must be for its share to be looked at. */
    record Shares(
            @Min(0) @Max(100) int sectionsOut,
            @Min(0) @Max(100) int instructorsOut,
            @Min(0) @Max(100) int drops,
            @Min(1) int from) {
        static Shares of(Guards guards) {
            return new Shares(guards.sectionsOut(), guards.instructorsOut(), guards.drops(), guards.from());
        }

        private Guards guards() {
            return new Guards(sectionsOut, instructorsOut, drops, from);
        }
    }

    static GuardsEdit of(Guards guards) {
        return new GuardsEdit(Shares.of(guards), shares(guards.departments()), shares(guards.sources()));
    }

    private static Map<String, Shares> shares(Map<String, Guards> each) {
        Map<String, Shares> shares = new LinkedHashMap<>();
        each.forEach((key, one) -> shares.put(key, Shares.of(one)));
        return shares;
    }

    Conventions applyTo(Conventions conventions) {
        return conventions.withGuards(new Guards(
                campus.sectionsOut(),
                campus.instructorsOut(),
                campus.drops(),
                campus.from(),
                guards(departments),
                guards(sources)));
    }

    private static Map<String, Guards> guards(Map<String, Shares> each) {
        Map<String, Guards> guards = new LinkedHashMap<>();
        each.forEach((key, one) -> guards.put(key, one.guards()));
        return guards;
    }
}
