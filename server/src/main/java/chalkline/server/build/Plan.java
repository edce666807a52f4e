package chalkline.server.build;

import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.ShellPart;
import chalkline.core.templates.Template;
import chalkline.server.lms.Lms;
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
import java.util.function.Consumer;
import java.util.stream.Collectors;

/**
 * Turns rows of a proof into the lots of a build: first the categories, then what gives its code free, then the shells in
 * the order of their departments. A shell is filled before it can be seen: it is made shut, with its sections, its template
 * copied, its people put in, and opened last. Nobody is left without a shell on the way: people come into the shell that
 * they are to have before they leave the one that they had, which keeps their section and its window until then; what is
 * closed is closed last.
 */
final class Plan {
    private static final Set<ShellField> ONLY_PEOPLE = Set.of(ShellPart.PEOPLE);
    private static final int LONGEST_DEPARTMENT = 200;

    private static final Comparator<ProofRow> BY_DEPARTMENT = Comparator.comparing(Plan::department)
            .thenComparing(ProofRow::code, Text.NATURAL)
            .thenComparing(ProofRow::key, Text.BY_CODE_POINT);

    /**
     * What is planned.
     *
     * @param rows of the proof to carry out; of one that is kept, the people are compared, and it is filled if it is left over
     * @param leftovers shells that an earlier build made and did not fill
     * @param codeLimit what the LMS takes of a code, in code points
     * @param batch how many shells go together
     * @param putBack whether every row is put whole, also where only people differ
     * @param trial how many shells are carried out before the others; none for 0
     */
    record Of(
            List<ProofRow> rows,
            Starts starts,
            Leftovers leftovers,
            int codeLimit,
            int batch,
            int trial,
            boolean putBack) {}

    private final Of of;
    private final Consumer<PlannedLot> lots;

    private Plan(Of of, Consumer<PlannedLot> lots) {
        this.of = of;
        this.lots = lots;
    }

    /** Hands the lots over in the order of their phases. */
    static void write(Of of, Consumer<PlannedLot> lots) {
        new Plan(of, lots).write();
    }

    private void write() {
        List<ProofRow> changed = of.rows().stream()
                .filter(row ->
                        row.action() == Action.BUILD || row.action() == Action.CHANGE || row.action() == Action.KEEP)
                .sorted(BY_DEPARTMENT)
                .toList();
        List<ProofRow> put = changed.stream().filter(row -> !onlyPeople(row)).toList();
        List<PlannedStep> categories = categories(put);
        if (!categories.isEmpty()) {
            // all in one lot, so that each level is there before the one below it is asked for
            lots.accept(new PlannedLot(Phase.CATEGORIES, categories));
        }
        inLots(Phase.CATEGORIES, templates(put));
        List<ProofRow> closed =
                of.rows().stream().filter(row -> row.action() == Action.CLOSE).toList();
        List<PlannedStep> names = new ArrayList<>();
        closed.forEach(row -> giveCode(row, names));
        makeWay(put, names);
        inLots(Phase.NAMES, names);
        List<ProofRow> first = of.trial() > 0 ? trial(put) : List.of();
        shells(Phase.TRIAL, first);
        shells(Phase.SHELLS, put.stream().filter(row -> !first.contains(row)).toList());
        inLots(
                Phase.SHELLS,
                changed.stream()
                        .filter(this::onlyPeople)
                        .map(row -> step(row, Verb.PEOPLE, people(row)))
                        .toList());
        letGo(put.stream().filter(row -> !Work.leaving(row).isEmpty()).toList());
        inLots(
                Phase.CLOSE,
                closed.stream()
                        .map(row -> step(row, Verb.CLOSE, "close to students"))
                        .toList());
    }

    private boolean onlyPeople(ProofRow row) {
        return !of.putBack() && (ONLY_PEOPLE.equals(row.changed()) || row.action() == Action.KEEP) && !isFresh(row);
    }

    /** New, or made by an earlier build that did not fill it. */
    private boolean isFresh(ProofRow row) {
        return row.action() == Action.BUILD || of.leftovers().of(row.key());
    }

    /** Whether an earlier build did it to the shell that stands. */
    private boolean isDone(ProofRow row, Verb verb) {
        return row.action() != Action.BUILD && of.leftovers().isDone(row.key(), verb);
    }

    /** A few that differ most: of other templates and of other departments, as far as there are any. */
    private List<ProofRow> trial(List<ProofRow> put) {
        Set<ProofRow> few = new LinkedHashSet<>();
        Set<String> templates = new HashSet<>();
        Set<String> departments = new HashSet<>();
        for (int unlike = 2; unlike >= 0; unlike--) {
            for (ProofRow row : put) {
                int differs = (templates.contains(row.value(Setting.TEMPLATE)) ? 0 : 1)
                        + (departments.contains(department(row)) ? 0 : 1);
                if (few.size() < of.trial() && differs >= unlike && few.add(row)) {
                    templates.add(row.value(Setting.TEMPLATE));
                    departments.add(department(row));
                }
            }
        }
        return List.copyOf(few);
    }

    static String department(ProofRow row) {
        String name = row.shell().map(shell -> shell.lead().department().name()).orElse("");
        return Text.length(name) <= LONGEST_DEPARTMENT
                ? name
                : name.substring(0, name.offsetByCodePoints(0, LONGEST_DEPARTMENT));
    }

    private static PlannedStep step(ProofRow row, Verb verb, String message) {
        return step(row, verb, message, null);
    }

    private static PlannedStep step(
            ProofRow row, Verb verb, String message, @org.jspecify.annotations.Nullable Object payload) {
        return new PlannedStep(row.key(), row.code(), department(row), verb, message, payload);
    }

    private void inLots(Phase phase, List<PlannedStep> steps) {
        for (int from = 0; from < steps.size(); from += of.batch()) {
            lots.accept(new PlannedLot(phase, steps.subList(from, Math.min(steps.size(), from + of.batch()))));
        }
    }

    /** Every level of each category, those above before those below, so that each that is made is known. */
    private static List<PlannedStep> categories(List<ProofRow> put) {
        Set<List<String>> categories = new LinkedHashSet<>();
        for (ProofRow row : put) {
            for (int depth = 1; depth <= row.category().size(); depth++) {
                categories.add(List.copyOf(row.category().subList(0, depth)));
            }
        }
        return categories.stream()
                .sorted(Comparator.comparing(List::size))
                .map(levels ->
                        shared(Verb.CATEGORY, "category " + String.join(" / ", levels), new Lms.CategoryPut(levels)))
                .toList();
    }

    static PlannedStep shared(Verb verb, String message, Object payload) {
        return new PlannedStep("", "", "", verb, message, payload);
    }

    /** The templates that new shells start from, as they stood when the build was planned. */
    private List<PlannedStep> templates(List<ProofRow> put) {
        Map<String, Template> used = new TreeMap<>();
        for (ProofRow row : put) {
            if (isFresh(row) && of.starts().of(row) instanceof Starts.Start.FromTemplate from) {
                used.put(from.template().id(), from.template());
            }
        }
        return used.values().stream()
                .map(template -> shared(Verb.TEMPLATE, "template " + template.title(), template.id()))
                .toList();
    }

    private static void giveCode(ProofRow row, List<PlannedStep> names) {
        String heldCode = row.held().orElseThrow().code();
        if (!heldCode.equals(row.code())) {
            names.add(step(
                    row,
                    Verb.RENAME,
                    "code " + heldCode + " becomes " + row.code(),
                    new Lms.Rename(row.key(), row.key(), row.code())));
        }
    }

    /** Gives adopted shells their new key, and takes aside codes that another shell of this build is to have. */
    private void makeWay(List<ProofRow> put, List<PlannedStep> names) {
        Set<String> wanted = new HashSet<>();
        put.forEach(row -> wanted.add(Text.codeKey(row.code())));
        Set<String> taken = new HashSet<>(wanted);
        put.forEach(row -> row.held().ifPresent(held -> taken.add(Text.codeKey(held.code()))));
        for (ProofRow row : put) {
            row.held().ifPresent(held -> {
                boolean makesWay = !Text.codeKey(held.code()).equals(Text.codeKey(row.code()))
                        && wanted.contains(Text.codeKey(held.code()));
                if (makesWay || !held.key().equals(row.key())) {
                    String code = makesWay ? aside(held.code(), taken, of.codeLimit()) : held.code();
                    String message = makesWay ? "code " + held.code() + " makes way" : "goes on as " + row.code();
                    names.add(step(row, Verb.RENAME, message, new Lms.Rename(held.key(), row.key(), code)));
                }
            });
        }
    }

    /** A code for the while that the shell's own is taken by another: within the LMS's limit, and nobody else's. */
    static String aside(String code, Set<String> taken, int codeLimit) {
        for (int n = 1; ; n++) {
            String end = n == 1 ? "~moving" : "~moving" + n;
            int room = Math.max(1, codeLimit - Text.length(end));
            String start = Text.length(code) <= room ? code : code.substring(0, code.offsetByCodePoints(0, room));
            if (taken.add(Text.codeKey(start + end))) {
                return start + end;
            }
        }
    }

    /** Copies that may have been begun before go out as they did then; the others in the order of their departments. */
    private void shells(Phase phase, List<ProofRow> rows) {
        Map<String, PlannedStep> copies = new TreeMap<>();
        rows.stream().filter(row -> isFresh(row) && !isDone(row, Verb.COPY)).forEach(row -> copy(row, copies));
        Map<String, PlannedStep> standing = new TreeMap<>(copies);
        rows.stream().filter(row -> row.action() == Action.BUILD).forEach(row -> standing.remove(row.key()));
        List<Set<String>> together = of.leftovers().sentTogether(standing);
        copies.putAll(standing);
        Set<String> apart = together.stream().flatMap(Set::stream).collect(Collectors.toSet());
        // first, since a shell that fails before would make it another call
        together.forEach(keys ->
                lot(phase, rows.stream().filter(row -> keys.contains(row.key())).toList(), copies, true));
        List<ProofRow> others =
                rows.stream().filter(row -> !apart.contains(row.key())).toList();
        for (int from = 0; from < others.size(); from += of.batch()) {
            lot(phase, others.subList(from, Math.min(others.size(), from + of.batch())), copies, false);
        }
    }

    private void lot(Phase phase, List<ProofRow> rows, Map<String, PlannedStep> copies, boolean copyFirst) {
        List<PlannedStep> begun = rows.stream()
                .filter(row -> copies.containsKey(row.key()))
                .map(row -> copies.get(row.key()))
                .toList();
        List<PlannedStep> steps = new ArrayList<>(copyFirst ? begun : List.of());
        rows.forEach(row -> steps.add(step(
                row,
                Verb.SHELL,
                "shell " + row.code() + ", " + sections(row),
                isFresh(row) ? new Work.Shut(true) : null)));
        List<ProofRow> fresh = rows.stream().filter(this::isFresh).toList();
        steps.addAll(copyFirst ? List.of() : begun);
        fresh.stream().filter(row -> !isDone(row, Verb.OUTLINE)).forEach(row -> outline(row, steps));
        rows.forEach(row -> steps.add(step(row, Verb.PEOPLE, people(row))));
        fresh.stream().filter(ProofRow::isOpen).forEach(row -> steps.add(step(row, Verb.OPEN, "open to students")));
        lots.accept(new PlannedLot(phase, steps));
    }

    private static String sections(ProofRow row) {
        return row.sections().size() == 1 ? "1 section" : row.sections().size() + " sections";
    }

    private void letGo(List<ProofRow> rows) {
        for (int from = 0; from < rows.size(); from += of.batch()) {
            List<ProofRow> some = rows.subList(from, Math.min(rows.size(), from + of.batch()));
            List<PlannedStep> steps = new ArrayList<>();
            some.forEach(row -> steps.add(step(row, Verb.PEOPLE, "people of sections that left")));
            some.forEach(row -> steps.add(step(row, Verb.SHELL, "without sections that left")));
            lots.accept(new PlannedLot(Phase.LEAVE, steps));
        }
    }

    private void copy(ProofRow row, Map<String, PlannedStep> copies) {
        Starts.Start start = of.starts().of(row);
        String what = row.value(Setting.COPY);
        if (start instanceof Starts.Start.FromTemplate from) {
            String id = from.template().id();
            add(copies, row, what + " from " + id, new Lms.Copy(row.key(), id, null, what));
        } else if (start instanceof Starts.Start.FromShell from) {
            HeldShell other = from.shell();
            add(copies, row, what + " from " + other.code(), new Lms.Copy(row.key(), null, other.key(), what));
        }
    }

    private void add(Map<String, PlannedStep> copies, ProofRow row, String message, Lms.Copy copy) {
        PlannedStep step = step(row, Verb.COPY, message, copy);
        copies.put(row.key(), of.leftovers().asBegun(step));
    }

    /** What a copy cannot give: the dates of this term, and a unit for each of its weeks. */
    private void outline(ProofRow row, List<PlannedStep> steps) {
        if (row.value(Setting.COPY).equals("settings")) {
            return;
        }
        Starts.Start start = of.starts().of(row);
        if (start instanceof Starts.Start.FromTemplate from && Units.isPlaced(from.template())) {
            steps.add(step(
                    row,
                    Verb.OUTLINE,
                    "weeks and dates",
                    new Work.Content(from.template().id(), null)));
        } else if (start instanceof Starts.Start.FromShell from) {
            steps.add(step(
                    row,
                    Verb.OUTLINE,
                    from.kept().isPresent() ? "dates as kept" : "dates carried forward",
                    new Work.Content(null, from.shell().key())));
        }
    }

    /**
     * Takes the content of a shell into standing ones in which nobody has worked, and nothing else of them.
     *
     * @param from the key of the shell that is copied
     */
    static void fillAgain(List<ProofRow> rows, String from, int batch, Consumer<PlannedLot> lots) {
        for (int first = 0; first < rows.size(); first += batch) {
            List<ProofRow> some = rows.subList(first, Math.min(rows.size(), first + batch));
            List<PlannedStep> steps = new ArrayList<>();
            some.forEach(row -> {
                String what = row.value(Setting.COPY);
                steps.add(step(row, Verb.COPY, what + " once more", new Lms.Copy(row.key(), null, from, what, true)));
            });
            some.forEach(
                    row -> steps.add(step(row, Verb.OUTLINE, "dates carried forward", new Work.Content(null, from))));
            lots.accept(new PlannedLot(Phase.SHELLS, steps));
        }
    }

    private static String people(ProofRow row) {
        int instructors = row.instructors().size();
        return instructors
                + (instructors == 1 ? " instructor, " : " instructors, ")
                + row.students()
                + (row.students() == 1 ? " student" : " students");
    }
}
