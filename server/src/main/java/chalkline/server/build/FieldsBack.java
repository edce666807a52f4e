package chalkline.server.build;

import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A shell as it is to be put back: fields that a build changed and nobody changed since are as before it, all others as they
 * are now.
 */
final class FieldsBack {
    private final List<String> names = new ArrayList<>();
    private final List<String> changedSince = new ArrayList<>();
    private final Lms.ShellPut back;

    /** Sections belong together with who leads and with their windows. */
    private record Taught(@Nullable String lead, @Nullable List<String> sections, List<Lms.SectionWindow> windows) {}

    private FieldsBack(Lms.ShellPut before, Lms.ShellPut after, Lms.StandingShell is) {
        Lms.ShellPut now = put(is, is.key());
        Taught taught = pick("sections", before, after, now, FieldsBack::taught);
        this.back = new Lms.ShellPut(
                now.key(),
                now.term(),
                pick("code", before, after, now, Lms.ShellPut::code),
                pick("title", before, after, now, Lms.ShellPut::title),
                pick("category", before, after, now, Lms.ShellPut::category),
                pick("opens", before, after, now, Lms.ShellPut::opens),
                pick("closes", before, after, now, Lms.ShellPut::closes),
                pick("open", before, after, now, Lms.ShellPut::open),
                taught.lead(),
                taught.sections(),
                taught.windows(),
                settings(before, after, now),
                null,
                null,
                is.mark());
    }

    static FieldsBack of(Lms.StandingShell before, Lms.ShellPut after, Lms.StandingShell now) {
        return new FieldsBack(put(before, before.key()), after, now);
    }

    /** A shell as it stands, as it would be put. */
    static Lms.ShellPut put(Lms.StandingShell shell, String key) {
        return new Lms.ShellPut(
                key,
                shell.term(),
                shell.code(),
                shell.title(),
                shell.category(),
                shell.opens(),
                shell.closes(),
                shell.open(),
                shell.lead(),
                shell.sections(),
                shell.windows() == null ? List.of() : shell.windows(),
                shell.settings(),
                null,
                null,
                null);
    }

    private static Taught taught(Lms.ShellPut put) {
        return new Taught(put.lead(), put.sections(), put.windows());
    }

    private <T> T pick(
            String name, Lms.ShellPut before, Lms.ShellPut after, Lms.ShellPut now, Function<Lms.ShellPut, T> field) {
        T was = field.apply(before);
        T is = field.apply(now);
        if (Objects.equals(was, field.apply(after)) || Objects.equals(was, is)) {
            return is;
        }
        if (Objects.equals(is, field.apply(after))) {
            names.add(name);
            return was;
        }
        changedSince.add(name);
        return is;
    }

    /** Settings that it did not have before stay, since an LMS cannot take a setting out. */
    private Map<String, String> settings(Lms.ShellPut before, Lms.ShellPut after, Lms.ShellPut now) {
        Map<String, String> settings = new TreeMap<>();
        before.settings().keySet().forEach(name -> {
            if (after.settings().containsKey(name)) {
                String value =
                        pick(name, before, after, now, put -> put.settings().getOrDefault(name, ""));
                settings.put(name, value);
            }
        });
        return settings;
    }

    /** What goes back. */
    List<String> names() {
        return names;
    }

    /** What the build changed and somebody else changed since, so that it stays. */
    List<String> changedSince() {
        return changedSince;
    }

    boolean gives(String name) {
        return names.contains(name);
    }

    /** @param key under which the shell stands when it is put */
    Lms.ShellPut put(String key) {
        return new Lms.ShellPut(
                key,
                back.term(),
                back.code(),
                back.title(),
                back.category(),
                back.opens(),
                back.closes(),
                back.open(),
                back.lead(),
                back.sections(),
                back.windows(),
                back.settings(),
                null,
                null,
                back.ifMark());
    }
}
