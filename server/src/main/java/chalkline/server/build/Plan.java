package chalkline.server.build;

import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import chalkline.core.proof.ShellPart;
import chalkline.core.templates.Template;
import chalkline.server.lms.Lms;
import chalkline.server.lms.Members;
import chalkline.server.outlines.Starts;
import chalkline.server.outlines.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Turns rows of a proof into the steps of a build: first the categories, then what gives its code free, then the shells in
 * the order of their departments. A shell is filled before it can be seen: it is made with its sections, its template
 * copied, its people put in. Nobody is left without a shell on the way: people come into the shell that they are to have
 * before they leave the one that they had, which keeps their section and its window until then; what is closed is closed
 * last.
 */
final class Plan {
    private static final Set<ShellField> ONLY_PEOPLE = Set.of(ShellPart.PEOPLE);

    /** Steps of one verb that stand together, so that they can be sent in one call. */
    static final int BATCH = 25;

    private static final Comparator<ProofRow> BY_DEPARTMENT = Comparator.comparing(Plan::department)
            .thenComparing(ProofRow::code, Text.NATURAL)
            .thenComparing(ProofRow::key, Text.BY_CODE_POINT);

    private final String term;
    private final Starts starts;
    private final int codeLimit;
    private final List<PlannedStep> steps = new ArrayList<>();

    private Plan(String term, Starts starts, int codeLimit) {
        this.term = term;
        this.codeLimit = codeLimit;
        this.starts = starts;
    }

    /**
     * The steps for these rows; rows that are stopped or kept give none.
     *
     * @param codeLimit what the LMS takes of a code, in code points
     */
    static List<PlannedStep> of(String term, List<ProofRow> rows, Starts starts, int codeLimit) {
        Plan plan = new Plan(term, starts, codeLimit);
        List<ProofRow> changed = rows.stream()
                .filter(row -> row.action() == Action.BUILD || row.action() == Action.CHANGE)
                .sorted(BY_DEPARTMENT)
                .toList();
        List<ProofRow> put = changed.stream()
                .filter(row -> !ONLY_PEOPLE.equals(row.changed()))
                .toList();
        plan.categories(put);
        plan.templates(put);
        List<ProofRow> closed =
                rows.stream().filter(row -> row.action() == Action.CLOSE).toList();
        closed.forEach(plan::giveCode);
        plan.makeWay(put);
        for (int from = 0; from < put.size(); from += BATCH) {
            plan.shells(put.subList(from, Math.min(put.size(), from + BATCH)));
        }
        changed.stream()
                .filter(row -> ONLY_PEOPLE.equals(row.changed()))
                .forEach(row -> plan.add(row, Verb.PEOPLE, people(row), desired(row, true)));
        List<ProofRow> letGo =
                put.stream().filter(row -> !leaving(row).isEmpty()).toList();
        letGo.forEach(row -> plan.add(row, Verb.PEOPLE, "people of sections that left", desired(row, true)));
        letGo.forEach(row -> plan.add(row, Verb.SHELL, "without sections that left", plan.put(row, List.of())));
        closed.forEach(row -> plan.add(row, Verb.CLOSE, "close to students", new Lms.Key(row.key())));
        return plan.steps;
    }

    private static String department(ProofRow row) {
        return row.shell().map(shell -> shell.lead().department().name()).orElse("");
    }

    private void add(ProofRow row, Verb verb, String message, Object payload) {
        steps.add(new PlannedStep(row.key(), row.code(), department(row), verb, message, payload));
    }

    private void categories(List<ProofRow> put) {
        Set<List<String>> categories = new LinkedHashSet<>();
        put.forEach(row -> categories.add(row.category()));
        for (List<String> levels : categories) {
            String joined = String.join(" / ", levels);
            steps.add(new PlannedStep("", "", "", Verb.CATEGORY, "category " + joined, new Lms.CategoryPut(levels)));
        }
    }

    /** The templates that new shells start from, as they stand here now. */
    private void templates(List<ProofRow> put) {
        Map<String, Template> used = new TreeMap<>();
        for (ProofRow row : put) {
            if (row.action() == Action.BUILD && starts.of(row) instanceof Starts.Start.FromTemplate from) {
                used.put(from.template().id(), from.template());
            }
        }
        used.values()
                .forEach(template -> steps.add(new PlannedStep(
                        "", "", "", Verb.TEMPLATE, "template " + template.title(), Units.of(template))));
    }

    /** Sections that the standing shell has and that go elsewhere. */
    private static List<String> leaving(ProofRow row) {
        return row.held().flatMap(held -> held.sections()).orElse(List.of()).stream()
                .filter(section -> !row.sections().contains(section))
                .toList();
    }

    private void giveCode(ProofRow row) {
        String heldCode = row.held().orElseThrow().code();
        if (!heldCode.equals(row.code())) {
            add(
                    row,
                    Verb.RENAME,
                    "code " + heldCode + " becomes " + row.code(),
                    new Lms.Rename(row.key(), row.key(), row.code()));
        }
    }

    /** Gives adopted shells their new key, and takes aside codes that another shell of this build is to have. */
    private void makeWay(List<ProofRow> put) {
        Set<String> wanted = new HashSet<>();
        put.forEach(row -> wanted.add(Text.codeKey(row.code())));
        Set<String> taken = new HashSet<>(wanted);
        put.forEach(row -> row.held().ifPresent(held -> taken.add(Text.codeKey(held.code()))));
        for (ProofRow row : put) {
            row.held().ifPresent(held -> {
                boolean makesWay = !Text.codeKey(held.code()).equals(Text.codeKey(row.code()))
                        && wanted.contains(Text.codeKey(held.code()));
                if (makesWay || !held.key().equals(row.key())) {
                    String code = makesWay ? aside(held.code(), taken) : held.code();
                    String message = makesWay ? "code " + held.code() + " makes way" : "goes on as " + row.code();
                    add(row, Verb.RENAME, message, new Lms.Rename(held.key(), row.key(), code));
                }
            });
        }
    }

    /** A code for the while that the shell's own is taken by another: within the LMS's limit, and nobody else's. */
    private String aside(String code, Set<String> taken) {
        for (int n = 1; ; n++) {
            String end = n == 1 ? "~moving" : "~moving" + n;
            int room = Math.max(1, codeLimit - Text.length(end));
            String start = Text.length(code) <= room ? code : code.substring(0, code.offsetByCodePoints(0, room));
            if (taken.add(Text.codeKey(start + end))) {
                return start + end;
            }
        }
    }

    private void shells(List<ProofRow> rows) {
        rows.forEach(row -> add(row, Verb.SHELL, "shell " + row.code() + ", " + sections(row), put(row, leaving(row))));
        List<ProofRow> fresh =
                rows.stream().filter(row -> row.action() == Action.BUILD).toList();
        fresh.forEach(this::copy);
        fresh.forEach(this::outline);
        rows.forEach(row ->
                add(row, Verb.PEOPLE, people(row), desired(row, leaving(row).isEmpty())));
    }

    private static String sections(ProofRow row) {
        return row.sections().size() == 1 ? "1 section" : row.sections().size() + " sections";
    }

    /** @param leaving sections that stay until their people have left, with the windows that they have */
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

    private void copy(ProofRow row) {
        Starts.Start start = starts.of(row);
        String what = row.value(Setting.COPY);
        if (start instanceof Starts.Start.FromTemplate from) {
            String id = from.template().id();
            add(row, Verb.COPY, what + " from " + id, new Lms.Copy(row.key(), id, null, what));
        } else if (start instanceof Starts.Start.FromEarlier from) {
            HeldShell earlier = from.found().shell();
            add(row, Verb.COPY, what + " from " + earlier.code(), new Lms.Copy(row.key(), null, earlier.key(), what));
        }
    }

    /** What a copy cannot give: the dates of this term, and a unit for each of its weeks. */
    private void outline(ProofRow row) {
        if (row.value(Setting.COPY).equals("settings")) {
            return;
        }
        Starts.Start start = starts.of(row);
        if (start instanceof Starts.Start.FromTemplate from && Units.isPlaced(from.template())) {
            add(
                    row,
                    Verb.OUTLINE,
                    "weeks and dates",
                    new Content(row.key(), Units.of(starts.outline(from.template(), row)), null));
        } else if (start instanceof Starts.Start.FromEarlier from) {
            String earlier = from.found().shell().key();
            add(
                    row,
                    Verb.OUTLINE,
                    from.kept().isPresent() ? "dates as kept" : "dates carried forward",
                    new Content(row.key(), null, earlier));
        }
    }

    /**
     * The content of a shell.
     *
     * @param units what it is; null where it is carried forward from an earlier shell when the step is carried out
     * @param from the key of the earlier shell; null where there is none
     */
    record Content(
            String key,
            @Nullable List<Lms.OutlineUnit> units,
            @Nullable String from) {}

    private static String people(ProofRow row) {
        int instructors = row.instructors().size();
        return instructors
                + (instructors == 1 ? " instructor, " : " instructors, ")
                + row.students()
                + (row.students() == 1 ? " student" : " students");
    }

    private Lms.ShellPut put(ProofRow row, List<String> leaving) {
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
                row.isOpen(),
                row.lead(),
                sections,
                windows(row, leaving),
                settings);
    }

    /**
     * Who is to be in a shell. A standing shell's people are compared when the step is carried out; those of a new one
     * are all added.
     *
     * @param fresh whether the shell is new, so that nobody is in it yet
     * @param leave whether those who are not to be in it leave it; else people only come
     */
    record Desired(String key, boolean fresh, boolean leave, List<Lms.Member> members) {}

    private static Desired desired(ProofRow row, boolean leave) {
        List<Lms.Member> members = List.copyOf(Members.of(row.shell().orElseThrow()));
        return new Desired(row.key(), row.action() == Action.BUILD, leave, members);
    }
}
