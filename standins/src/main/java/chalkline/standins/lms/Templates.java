package chalkline.standins.lms;

import java.util.List;

/** The templates that stand in the LMS from the start, as outlines: units with items. */
final class Templates {
    private Templates() {}

    record Item(String kind, String title) {}

    record Unit(String title, List<Item> items) {}

    record Template(String id, String title, List<Unit> outline) {}

    static final List<Template> ALL = List.of(
            new Template(
                    "tpl-lab",
                    "Laboratory",
                    List.of(
                            new Unit(
                                    "Before the first session",
                                    List.of(
                                            new Item("page", "Safety in the laboratory"),
                                            new Item("quiz", "Safety check"))),
                            new Unit(
                                    "Sessions",
                                    List.of(new Item("file", "Session sheet"), new Item("assignment", "Report"))))),
            new Template(
                    "tpl-seminar",
                    "Seminar with readings",
                    List.of(
                            new Unit("Welcome", List.of(new Item("page", "About this seminar"))),
                            new Unit(
                                    "Readings",
                                    List.of(
                                            new Item("link", "Reading list"),
                                            new Item("discussion", "What struck you?"))))));
}
