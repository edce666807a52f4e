package chalkline.server.sheets;

import chalkline.core.Bounds;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.sheets.OwnSections;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.arrivals.OwnLists;
import chalkline.server.frame.Refusal;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Our own sections as they stand, taken out, merged with what a registrar lists after all, and parted again. */
@Service
class OwnSectionService {
    private final ArrivalService arrivals;
    private final OwnLists lists;

    OwnSectionService(ArrivalService arrivals, OwnLists lists) {
        this.arrivals = arrivals;
        this.lists = lists;
    }

    /** What one of them is. */
    enum Kind {
        /** It stands on no registrar's list. */
        OWN,
        /** A registrar lists it by now, and it is the same. */
        MERGED,
        /** A registrar lists it, and sheets say something otherwise. */
        CHANGED
    }

    /**
     * One of our own, or one of which a sheet says something otherwise.
     *
     * @param listed of one that is merged: the class of the registrar's list
     * @param says of one that is changed: what
     */
    record Line(
            String id,
            Kind kind,
            String label,
            String title,
            String department,
            String days,
            String instructors,
            String reference,
            String listed,
            String says) {}

    /** A course of our own without an offering. */
    record CourseLine(String id, String code, String title, String department) {}

    /**
     * Our own sections of a term.
     *
     * @param list the list in use that they stand in
     * @param offers those that a registrar seems to list by now
     */
    record View(long list, List<Line> sections, List<OwnSections.Offer> offers, List<CourseLine> courses) {}

    /** A change of some of them. */
    record Some(
            @NotEmpty @Size(max = Bounds.SHEET_ROWS) List<@NotBlank @Size(max = Bounds.ID) String> sections,
            long list,
            @NotNull @Size(max = Bounds.REASON) String reason) {}

    @May(Right.READ_LISTS)
    public View view(String term) {
        Optional<Long> current = arrivals.current();
        if (current.isEmpty()) {
            return new View(0, List.of(), List.of(), List.of());
        }
        long number = current.get();
        RegistrarList list = arrivals.list(number);
        OwnLists.Own own = lists.own(number);
        Map<String, Section> sections = new LinkedHashMap<>();
        list.term(term)
                .ifPresent(
                        one -> arrivals.sections(number, term).forEach(section -> sections.put(section.id(), section)));
        List<Line> lines = own.list().classes().values().stream()
                .filter(one -> sections.containsKey(one.id()))
                .map(one -> line(one, sections.get(one.id()), own.merged()))
                .toList();
        List<OwnSections.Offer> offers = OwnSections.offers(sections.values()).stream()
                .filter(offer -> !own.merged().containsKey(offer.own()))
                .toList();
        return new View(number, lines, offers, courses(list, own.list()));
    }

    private static Line line(ListedClass own, Section now, Map<String, String> merged) {
        Kind kind =
                !CombinedList.isOwn(own.id()) ? Kind.CHANGED : merged.containsKey(own.id()) ? Kind.MERGED : Kind.OWN;
        return new Line(
                own.id(),
                kind,
                now.courseName() + "-" + now.label(),
                now.topic().isEmpty() ? now.course().title() : now.topic(),
                now.department().name(),
                now.days().first() + " to "
                        + now.days().last().map(Object::toString).orElse("no end"),
                now.instructors().stream().map(one -> one.fullName()).collect(Collectors.joining(", ")),
                now.reference(),
                merged.getOrDefault(own.id(), ""),
                kind == Kind.CHANGED ? says(own) : "");
    }

    private static String says(ListedClass own) {
        List<String> says = new ArrayList<>();
        if (!own.title().isEmpty()) {
            says.add("title: " + own.title());
        }
        if (!own.sessionIds().isEmpty()) {
            says.add("other days");
        }
        for (Map.Entry<ClassFact, String> fact : own.facts().entrySet()) {
            says.add(
                    fact.getKey().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ') + ": " + fact.getValue());
        }
        return says.isEmpty() ? "other instructors" : String.join("; ", says);
    }

    private static List<CourseLine> courses(RegistrarList list, RegistrarList own) {
        Set<String> offered = new HashSet<>();
        list.classes().values().forEach(one -> offered.add(one.courseId()));
        List<CourseLine> courses = new ArrayList<>();
        for (Course one : own.courses().values()) {
            if (CombinedList.isOwn(one.id()) && !offered.contains(one.id())) {
                courses.add(new CourseLine(
                        one.id(),
                        one.courseCode(),
                        one.title(),
                        list.orgs().get(one.orgId()).name()));
            }
        }
        return courses;
    }

    /** Takes sections out, and what sheets said otherwise of those that registrars list. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public void takeOut(Some some) {
        lists.change("own sections taken out", some.reason(), some.list(), (number, inUse, now) -> {
            known(some, now);
            Map<String, String> merged = new LinkedHashMap<>(now.merged());
            some.sections().forEach(merged::remove);
            return new OwnLists.Own(OwnSections.without(now.list(), some.sections()), merged);
        });
    }

    /** Merges those that a registrar seems to list by now, so that each is one section, with its own shell. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public void merge(String term, Some some) {
        lists.change("own sections merged", some.reason(), some.list(), (number, inUse, now) -> {
            known(some, now);
            Map<String, String> merged = new LinkedHashMap<>(now.merged());
            Map<String, OwnSections.Offer> offers =
                    OwnSections.offers(Sections.ofTerm(inUse, ArrivalService.term(inUse, term))).stream()
                            .filter(offer -> !now.merged().containsKey(offer.own()))
                            .collect(Collectors.toMap(OwnSections.Offer::own, offer -> offer));
            for (String id : some.sections()) {
                OwnSections.Offer offer = offers.get(id);
                if (offer == null || merged.containsValue(offer.listed())) {
                    throw new Refusal(
                            "sections", 0, "No registrar lists " + id + " as far as can be seen; nothing was merged.");
                }
                merged.put(id, offer.listed());
            }
            return new OwnLists.Own(now.list(), merged);
        });
    }

    /** Parts what was merged: the section of our own stands again beside the registrar's. */
    @May(Right.CHANGE_LISTS)
    @Transactional
    public void part(Some some) {
        lists.change("own sections parted", some.reason(), some.list(), (number, inUse, now) -> {
            known(some, now);
            Map<String, String> merged = new LinkedHashMap<>(now.merged());
            merged.keySet().removeAll(some.sections());
            return new OwnLists.Own(now.list(), merged);
        });
    }

    private static void known(Some some, OwnLists.Own now) {
        for (String id : some.sections()) {
            if (!now.list().classes().containsKey(id)) {
                throw new Refusal("sections", 0, "There is no section " + id + " of our own; nothing was changed.");
            }
        }
    }
}
