package chalkline.core.proof;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.OwnShell;
import chalkline.core.naming.Text;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * A shell on its way into the proof: what is known of it so far. Lives only while one proof is computed. A cross-list
 * whose lead the list does not have is on its way too, without a shell.
 */
final class Draft {
    private final String key;
    private final String leadId;
    private final List<Section> sections;
    private final List<String> sectionIds;
    private final Optional<Shell> shell;
    private final Optional<Joined> joined;
    private Values values;
    private boolean shared;
    final Set<Snag> snags;
    final Map<String, SectionWindow> sectionWindows;
    List<Person> instructors = List.of();
    int students;
    Optional<HeldShell> held = Optional.empty();
    private String codeOfKey = "";
    private String codeKey = "";

    /** A shell of which nothing is known yet. */
    Draft(Shell shell) {
        this(shell, idsOf(shell.sections()), new Values(), EnumSet.noneOf(Snag.class), new TreeMap<>());
    }

    /** A shell that was worked out, to be gone on with. */
    Draft(Drafts.Rendered rendered) {
        this(
                rendered.shell(),
                rendered.sectionIds(),
                rendered.values(),
                rendered.snags().isEmpty() ? EnumSet.noneOf(Snag.class) : EnumSet.copyOf(rendered.snags()),
                rendered.sectionWindows());
        this.shared = true;
        this.instructors = rendered.instructors();
        this.students = rendered.students();
        this.codeOfKey = code();
        this.codeKey = rendered.codeKey();
    }

    private Draft(
            Shell shell,
            List<String> sectionIds,
            Values values,
            Set<Snag> snags,
            Map<String, SectionWindow> sectionWindows) {
        this.sectionWindows = sectionWindows;
        this.values = values;
        this.snags = snags;
        this.key = shell.key();
        this.leadId = shell.lead().id();
        this.sections = shell.sections();
        this.sectionIds = sectionIds;
        this.shell = Optional.of(shell);
        this.joined = shell.joined();
    }

    /** A cross-list without its lead. */
    Draft(Joined joined) {
        this.values = new Values();
        this.sectionWindows = Map.of();
        this.snags = EnumSet.noneOf(Snag.class);
        this.key = OwnShell.ofSection(joined.leadId());
        this.leadId = joined.leadId();
        this.sections = joined.sections();
        this.sectionIds = idsOf(sections);
        this.shell = Optional.empty();
        this.joined = Optional.of(joined);
    }

    private static List<String> idsOf(List<Section> sections) {
        return sections.size() == 1
                ? List.of(sections.get(0).id())
                : sections.stream().map(Section::id).toList();
    }

    String key() {
        return key;
    }

    /** The cross-list that it comes from, if it does. */
    Optional<Joined> joined() {
        return joined;
    }

    String leadId() {
        return leadId;
    }

    List<Section> sections() {
        return sections;
    }

    List<String> sectionIds() {
        return sectionIds;
    }

    boolean hasShell() {
        return shell.isPresent();
    }

    Shell shell() {
        return shell.orElseThrow();
    }

    String get(Setting setting) {
        return values.text(setting);
    }

    void put(Setting setting, String value) {
        if (shared) {
            values = values.copy();
            shared = false;
        }
        values.set(setting, value);
    }

    /** What is known of it; the very values that others of the shell have seen, if nothing was put into it since. */
    Values values() {
        return values;
    }

    /** What was worked out, for others to go on with; nothing may be put into it any more. */
    Drafts.Rendered rendered() {
        return new Drafts.Rendered(
                shell(),
                sectionIds,
                values,
                snags.isEmpty() ? Set.of() : snags,
                sectionWindows,
                instructors,
                students,
                codeKey());
    }

    String code() {
        return get(Setting.CODE);
    }

    /** The form in which its code compares with others. */
    String codeKey() {
        if (!code().equals(codeOfKey)) {
            codeOfKey = code();
            codeKey = Text.codeKey(codeOfKey);
        }
        return codeKey;
    }

    void mark(Snag snag, boolean there) {
        if (there) {
            snags.add(snag);
        } else {
            snags.remove(snag);
        }
    }

    /** Its snags, to be looked at; of most shells the same one empty set. */
    Set<Snag> snags() {
        return snags.isEmpty() ? Set.of() : Collections.unmodifiableSet(snags);
    }

    boolean isStopped() {
        if (snags.isEmpty()) {
            return false;
        }
        for (Snag snag : snags) {
            if (snag.isStop()) {
                return true;
            }
        }
        return false;
    }
}
