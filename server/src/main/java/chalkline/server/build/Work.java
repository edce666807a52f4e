package chalkline.server.build;

import chalkline.core.conventions.Setting;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import chalkline.core.templates.Template;
import chalkline.server.lms.Lms;
import chalkline.server.lms.Members;
import chalkline.server.outlines.Starts;
import chalkline.server.outlines.Units;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What the steps of a build send, as it follows from its proof and its templates: the same whoever asks, and when. */
final class Work {
    private final String term;
    private final boolean putBack;
    private final Map<String, ProofRow> rows;
    private final Map<String, Template> templates;
    private final Starts starts;
    private final Map<String, String> shellOf = new HashMap<>();

    /** Of a step that makes a shell: whether it is shut to students whatever the conventions say, until it is filled. */
    record Shut(boolean shut) {}

    /**
     * The content of a shell.
     *
     * @param template the template whose weeks and dates it is; null where it is carried forward
     * @param from the key of the earlier shell that it is carried forward from; null where it is of a template
     */
    record Content(@Nullable String template, @Nullable String from) {}

    /**
     * Who is to be in a shell.
     *
     * @param fresh whether the shell is new, so that nobody is in it yet
     * @param guests who may stay of those that somebody put in by hand; empty where all of them may
     * @param leave whether those who are not to be in it leave it; else people only come
     */
    record Desired(String key, boolean fresh, boolean leave, List<Lms.Member> members, Optional<Set<String>> guests) {}

    /** @param putBack whether what people did by hand is put back */
    Work(String term, boolean putBack, Map<String, ProofRow> rows, Map<String, Template> templates, Starts starts) {
        this.term = term;
        this.putBack = putBack;
        this.rows = rows;
        this.templates = templates;
        this.starts = starts;
        rows.values().stream()
                .filter(row -> row.action() != Action.CLOSE)
                .forEach(row -> row.sections().forEach(section -> shellOf.put(section, row.key())));
    }

    ProofRow row(String key) {
        ProofRow row = rows.get(key);
        if (row == null) {
            throw new IllegalStateException("The proof of this build has no shell " + key + ".");
        }
        return row;
    }

    /** Sections that the standing shell has and that go elsewhere. */
    static List<String> leaving(ProofRow row) {
        return row.held().flatMap(held -> held.sections()).orElse(List.of()).stream()
                .filter(section -> !row.sections().contains(section))
                .toList();
    }

    /** The shells that take over what leaves a shell, or all that a closed one had. */
    List<String> heirs(String key) {
        ProofRow row = row(key);
        List<String> gone = row.action() == Action.CLOSE
                ? row.held().flatMap(held -> held.sections()).orElse(List.of())
                : leaving(row);
        return gone.stream()
                .filter(shellOf::containsKey)
                .map(shellOf::get)
                .filter(heir -> !heir.equals(key))
                .distinct()
                .toList();
    }

    /**
     * A shell with its sections.
     *
     * @param letGo whether sections that go elsewhere are taken out of it; else they stay, with the windows that they have
     */
    Lms.ShellPut shell(String key, boolean letGo, boolean open) {
        ProofRow row = row(key);
        List<String> leaving = letGo ? List.of() : leaving(row);
        List<String> sections = new ArrayList<>(row.sections());
        sections.addAll(leaving);
        Map<String, String> settings = new TreeMap<>();
        for (Setting setting : Setting.values()) {
            if (setting.isSent()) {
                settings.put(setting.key(), row.value(setting));
            }
        }
        return new Lms.ShellPut(
                row.key(),
                term,
                row.code(),
                row.title(),
                row.category(),
                row.value(Setting.OPENS),
                row.value(Setting.CLOSES),
                open && row.isOpen(),
                row.lead(),
                sections,
                windows(row, leaving),
                settings,
                putBack ? true : null,
                row.staysClosed() ? true : null,
                null);
    }

    private static List<Lms.SectionWindow> windows(ProofRow row, List<String> leaving) {
        Map<String, SectionWindow> windows = new TreeMap<>(row.sectionWindows());
        Map<String, SectionWindow> held =
                row.held().flatMap(shell -> shell.sectionWindows()).orElse(Map.of());
        leaving.stream().filter(held::containsKey).forEach(section -> windows.put(section, held.get(section)));
        return windows.entrySet().stream()
                .map(entry -> new Lms.SectionWindow(
                        entry.getKey(),
                        entry.getValue().opens(),
                        entry.getValue().closes()))
                .toList();
    }

    /** @param letGo whether people of sections that go elsewhere leave too */
    Desired people(String key, boolean letGo) {
        ProofRow row = row(key);
        List<Lms.Member> members = List.copyOf(Members.of(row.shell().orElseThrow()));
        return new Desired(
                key,
                row.action() == Action.BUILD,
                letGo || leaving(row).isEmpty(),
                members,
                putBack ? Optional.of(row.guests()) : Optional.empty());
    }

    Lms.TemplatePut template(String id) {
        return Units.of(template(id, id));
    }

    /** The weeks and dates that a template gives a shell. */
    List<Lms.OutlineUnit> outline(String key, String template) {
        return Units.of(starts.outline(template(template, key), row(key)));
    }

    private Template template(String id, String about) {
        Template template = templates.get(id);
        if (template == null) {
            throw new IllegalStateException("There is no template " + id + " for " + about + ".");
        }
        return template;
    }
}
