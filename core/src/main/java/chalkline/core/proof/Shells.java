package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Stack;
import chalkline.core.naming.Labels;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Puts the sections of a term into shells: each section in exactly one. */
final class Shells {
    private Shells() {}

    /** The shells in the order in which their first sections come. */
    static List<Shell> of(List<Section> sections, Conventions conventions) {
        Stack stack = new Stack(conventions);
        Map<String, List<Section>> groups = new LinkedHashMap<>();
        Map<String, Settings> settings = new LinkedHashMap<>();
        for (Section section : sections) {
            Settings own = stack.settingsOf(section);
            settings.put(section.id(), own);
            groups.computeIfAbsent(keyOf(section, own), key -> new ArrayList<>())
                    .add(section);
        }
        List<Shell> shells = new ArrayList<>(groups.size());
        groups.forEach((key, members) -> {
            members.sort(Labels.ORDER);
            Section lead = members.get(0);
            shells.add(new Shell(
                    key,
                    lead,
                    List.copyOf(members),
                    settings.get(lead.id()),
                    Labels.of(members, conventions.crossListing().foldAt())));
        });
        return shells;
    }

    private static String keyOf(Section section, Settings settings) {
        String course = section.course().id() + ":" + section.term().code();
        return switch (settings.get(Setting.SHELL_PER).text()) {
            case "course" -> "c:" + course;
            case "instructor" ->
                section.primaryInstructor()
                        .map(person -> "i:" + course + ":" + person.id())
                        .orElse("s:" + section.id());
            default -> "s:" + section.id();
        };
    }
}
