package chalkline.core.proof;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.OwnShell;
import chalkline.core.naming.Text;
import java.util.Collections;
import java.util.EnumMap;
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
    private EnumMap<Setting, String> values;
    private Optional<Map<Setting, String>> shared = Optional.empty();
    final Set<Snag> snags;
    final Map<String, SectionWindow> sectionWindows;
    List<Person> instructors = List.of();
    int students;
    Optional<HeldShell> held = Optional.empty();
    private String codeOfKey = "";
    private String codeKey = "";

    /** A shell of which nothing is known yet. */
    Draft(Shell shell) {
        this(shell, new EnumMap<>(Setting.class), EnumSet.noneOf(Snag.class), new TreeMap<>());
    }

    /** A shell that was worked out, to be gone on with. */
    Draft(Drafts.Rendered rendered) {
        this(rendered.shell(), rendered.values(), EnumSet.copyOf(rendered.snags()), rendered.sectionWindows());
        this.shared = Optional.of(rendered.seen());
        this.instructors = rendered.instructors();
        this.students = rendered.students();
        this.codeOfKey = code();
        this.codeKey = rendered.codeKey();
    }

    private Draft(
            Shell shell, EnumMap<Setting, String> values, Set<Snag> snags, Map<String, SectionWindow> sectionWindows) {
        this.sectionWindows = sectionWindows;
        this.values = values;
        this.snags = snags;
        this.key = shell.key();
        this.leadId = shell.lead().id();
        this.sections = shell.sections();
        this.sectionIds = idsOf(sections);
        this.shell = Optional.of(shell);
        this.joined = shell.joined();
    }

    /** A cross-list without its lead. */
    Draft(Joined joined) {
        this.values = new EnumMap<>(Setting.class);
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
        return values.getOrDefault(setting, "");
    }

    void put(Setting setting, String value) {
        if (shared.isPresent()) {
            values = values.clone();
            shared = Optional.empty();
        }
        values.put(setting, value);
    }

    /** What is known of it; the very map that others of the shell have seen, if nothing was put into it since. */
    Map<Setting, String> values() {
        return shared.orElseGet(() -> Collections.unmodifiableMap(values));
    }

    /** What was worked out, for others to go on with; nothing may be put into it any more. */
    Drafts.Rendered rendered() {
        return new Drafts.Rendered(shell(), values, values(), snags, sectionWindows, instructors, students, codeKey());
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

    boolean isStopped() {
        for (Snag snag : snags) {
            if (snag.isStop()) {
                return true;
            }
        }
        return false;
    }
}
