package chalkline.formats.oneroster;

import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.oneroster.Table.Row;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * What the manifest of a bundle says of its form: its version, and which files hold changes only. Changes are applied to
 * an earlier list: a row takes the place of the one with its id, and one marked {@code tobedeleted} takes it away.
 */
final class Form {
    private static final String FILE = "file.";
    private static final String DELTA = "delta";
    private static final String ABSENT = "absent";

    private final boolean bulkOnly;
    private final Optional<RegistrarList> base;
    private final Map<Layout, String> said = new EnumMap<>(Layout.class);
    private final Map<Layout, Map<String, Long>> deletions = new EnumMap<>(Layout.class);
    private boolean second;

    private Form(boolean bulkOnly, Optional<RegistrarList> base) {
        this.bulkOnly = bulkOnly;
        this.base = base;
    }

    /** Version 1.1, all of it. */
    static Form first() {
        return new Form(true, Optional.empty());
    }

    /** @param base the list that changes are applied to; empty where there is none */
    static Form any(Optional<RegistrarList> base) {
        return new Form(false, base);
    }

    /** Takes a row of the manifest. */
    void take(Row row) {
        String name = row.get("propertyName");
        String value = row.get("value");
        if (name.equals("oneroster.version")) {
            second = value.equals("1.2");
            if (!value.equals("1.1") && (bulkOnly || !second)) {
                row.fault(
                        "value",
                        "OneRoster version \"" + value + "\" is not read here; export version 1.1"
                                + (bulkOnly ? "" : " or 1.2"));
            }
        }
        for (Layout layout : Layout.values()) {
            if (name.equals(FILE + layout.file().replace(".csv", ""))) {
                said.put(layout, value);
                if (value.equals(DELTA) && bulkOnly) {
                    row.fault(
                            "value", "this file holds changes only, which would read as cancellations; export in bulk");
                } else if (value.equals(DELTA) && base.isEmpty()) {
                    row.fault(
                            "value",
                            "this file holds changes only, and there is no list yet that they could be applied to;"
                                    + " export in bulk first");
                }
            }
        }
    }

    /** Whether any file holds changes only. */
    boolean hasChanges() {
        return base.isPresent() && said.containsValue(DELTA);
    }

    boolean isChanges(Layout layout) {
        return hasChanges() && DELTA.equals(said.get(layout));
    }

    /** Whether nothing of the file changed, so that it was not sent. */
    boolean isLeftOut(Layout layout) {
        return hasChanges() && ABSENT.equals(said.get(layout));
    }

    /** Columns that this version does not have. */
    Set<String> without(Layout layout) {
        return second && layout == Layout.USERS ? Set.of("role") : Set.of();
    }

    /** What the list before has of a file that holds changes, or was not sent. */
    <T> void carry(Layout layout, Map<String, T> into, Function<RegistrarList, Map<String, T>> of) {
        if (isChanges(layout) || isLeftOut(layout)) {
            into.putAll(of.apply(base.orElseThrow()));
        }
    }

    RegistrarList base() {
        return base.orElseThrow();
    }

    void deleted(Layout layout, Row row) {
        deletions.computeIfAbsent(layout, file -> new HashMap<>()).put(row.id(), row.line());
    }

    boolean wasDeleted(Layout layout, String id) {
        return deletions.getOrDefault(layout, Map.of()).containsKey(id);
    }

    /** Tells what rows of the list before are left without what they name. */
    void dangling(RegistrarList list, Faults faults) {
        list.sessions()
                .values()
                .forEach(one ->
                        there(list.sessions(), one.parentId(), Layout.SESSIONS, Layout.SESSIONS, one.id(), faults));
        list.orgs()
                .values()
                .forEach(one -> there(list.orgs(), one.parentId(), Layout.ORGS, Layout.ORGS, one.id(), faults));
        list.courses()
                .values()
                .forEach(one -> there(list.orgs(), one.orgId(), Layout.ORGS, Layout.COURSES, one.id(), faults));
        list.classes().values().forEach(one -> {
            there(list.courses(), one.courseId(), Layout.COURSES, Layout.CLASSES, one.id(), faults);
            List<String> sessions = one.sessionIds();
            sessions.forEach(id -> there(list.sessions(), id, Layout.SESSIONS, Layout.CLASSES, one.id(), faults));
        });
    }

    private void there(Map<String, ?> rows, String id, Layout in, Layout file, String of, Faults faults) {
        if (!id.isEmpty() && !rows.containsKey(id)) {
            Long line = deletions.getOrDefault(in, Map.of()).get(id);
            faults.add(new Fault(
                    in.file(),
                    line == null ? 1 : line,
                    line == null ? "1" : "sourcedId",
                    "the row \"" + id + "\" is gone, and \"" + of + "\" in " + file.file()
                            + " of the list before, which stays, names it"));
        }
    }
}
