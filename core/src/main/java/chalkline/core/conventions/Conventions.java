package chalkline.core.conventions;

import chalkline.core.arrivals.Guards;
import chalkline.core.calendar.Break;
import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * All naming, placing, setting and date rules of a campus. Immutable; an edit makes another one.
 *
 * @param breaks days without teaching, by term code
 * @param layers in order; the last that matches a section and sets a key wins
 * @param kept what people made in the LMS and is to stay
 */
public record Conventions(
        ZoneId zone,
        DayOfWeek weekStart,
        Limits limits,
        Map<String, List<Break>> breaks,
        CrossListing crossListing,
        Guards guards,
        List<Move> moves,
        List<Layer> layers,
        List<SectionOverride> overrides,
        List<CrossList> crossLists,
        List<Kept> kept) {

    /** Conventions that let nothing stay as people made it. */
    public Conventions(
            ZoneId zone,
            DayOfWeek weekStart,
            Limits limits,
            Map<String, List<Break>> breaks,
            CrossListing crossListing,
            Guards guards,
            List<Move> moves,
            List<Layer> layers,
            List<SectionOverride> overrides,
            List<CrossList> crossLists) {
        this(zone, weekStart, limits, breaks, crossListing, guards, moves, layers, overrides, crossLists, List.of());
    }

    /** What the LMS takes, in code points. */
    public record Limits(int code, int title) {
        public static final Limits USUAL = new Limits(64, 120);
    }

    /** The defaults alone, in a zone. */
    public static Conventions in(ZoneId zone) {
        return new Conventions(
                zone,
                DayOfWeek.MONDAY,
                Limits.USUAL,
                Map.of(),
                CrossListing.USUAL,
                Guards.USUAL,
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    public List<Break> breaksOf(List<String> termCodes) {
        return termCodes.stream()
                .flatMap(code -> breaks.getOrDefault(code, List.of()).stream())
                .toList();
    }

    public Conventions withLayers(List<Layer> changed) {
        return new Conventions(
                zone,
                weekStart,
                limits,
                breaks,
                crossListing,
                guards,
                moves,
                List.copyOf(changed),
                overrides,
                crossLists,
                kept);
    }

    public Conventions withGuards(Guards changed) {
        return new Conventions(
                zone, weekStart, limits, breaks, crossListing, changed, moves, layers, overrides, crossLists, kept);
    }

    public Conventions withOverrides(List<SectionOverride> changed) {
        return new Conventions(
                zone,
                weekStart,
                limits,
                breaks,
                crossListing,
                guards,
                moves,
                layers,
                List.copyOf(changed),
                crossLists,
                kept);
    }

    public Conventions withCrossLists(List<CrossList> changed) {
        return new Conventions(
                zone,
                weekStart,
                limits,
                breaks,
                crossListing,
                guards,
                moves,
                layers,
                overrides,
                List.copyOf(changed),
                kept);
    }

    public Conventions withMoves(List<Move> changed) {
        return new Conventions(
                zone,
                weekStart,
                limits,
                breaks,
                crossListing,
                guards,
                List.copyOf(changed),
                layers,
                overrides,
                crossLists,
                kept);
    }

    public Conventions withKept(List<Kept> changed) {
        return new Conventions(
                zone,
                weekStart,
                limits,
                breaks,
                crossListing,
                guards,
                moves,
                layers,
                overrides,
                crossLists,
                List.copyOf(changed));
    }

    /** With one layer, counted from 0, replaced. */
    public Conventions withLayer(int index, Layer layer) {
        List<Layer> changed = new ArrayList<>(layers);
        changed.set(index, layer);
        return withLayers(changed);
    }
}
