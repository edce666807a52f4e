package chalkline.server.outlines;

import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outline;
import chalkline.core.templates.Outlines;
import chalkline.core.templates.Template;
import chalkline.server.lms.Lms;
import chalkline.server.masters.Master;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What each new shell of one proof starts from. */
public final class Starts {
    private static final String NONE = "none";
    private static final String PREVIOUS = "previous";
    private static final String MASTER = "master";
    private static final String ONE_MASTER = "master:";

    private final Map<String, Template> templates;
    private final EarlierShells earlier;
    private final Outlines outlines;
    private final Map<String, Kept> kept;
    private final Map<String, StandingMaster> byId = new HashMap<>();
    private final Map<String, StandingMaster> byCourse = new HashMap<>();
    private final List<StandingMaster> masters;
    private final boolean contents;

    /** A master that the LMS holds. */
    public record StandingMaster(Master master, HeldShell shell) {}

    /** Content that a person looked at and kept. */
    public record Kept(String fromKey, List<Lms.OutlineUnit> units) {}

    /** What one shell starts from. */
    public sealed interface Start {

        /** An empty shell. */
        record Nothing() implements Start {}

        /** A template that is kept here. */
        record FromTemplate(Template template) implements Start {}

        /** Another shell, whose dates are carried forward. */
        sealed interface FromShell extends Start {

            /** The shell that is copied. */
            HeldShell shell();

            /** The content that a person kept for the new shell, if anybody did. */
            Optional<List<Lms.OutlineUnit>> kept();
        }

        /** The shell of an earlier term. */
        record FromEarlier(EarlierShells.Found found, Optional<List<Lms.OutlineUnit>> kept) implements FromShell {
            @Override
            public HeldShell shell() {
                return found.shell();
            }
        }

        /** A master, which is outside any term. */
        record FromMaster(HeldShell shell, String title, Optional<List<Lms.OutlineUnit>> kept) implements FromShell {}

        /** The course was never taught before. */
        record NeverTaught() implements Start {}

        /** No master is for the course. */
        record NoMaster() implements Start {}

        /** There is no such template. */
        record Missing(String template) implements Start {}
    }

    /** @param masters those that are not put away */
    public Starts(
            Map<String, Template> templates,
            EarlierShells earlier,
            Outlines outlines,
            Map<String, Kept> kept,
            List<StandingMaster> masters) {
        this(templates, earlier, outlines, kept, masters, true);
    }

    private Starts(
            Map<String, Template> templates,
            EarlierShells earlier,
            Outlines outlines,
            Map<String, Kept> kept,
            List<StandingMaster> masters,
            boolean contents) {
        this.masters = masters;
        this.contents = contents;
        masters.forEach(one -> {
            byId.put(one.master().id(), one);
            one.master().courses().forEach(course -> byCourse.put(Master.slug(course), one));
        });
        this.templates = templates;
        this.earlier = earlier;
        this.outlines = outlines;
        this.kept = kept;
    }

    /** The same for an LMS that cannot be told what shells contain: all of them start empty. */
    public Starts empty() {
        return new Starts(templates, earlier, outlines, kept, masters, false);
    }

    /** What a shell that is to be built starts from. */
    public Start of(ProofRow row) {
        if (!contents) {
            return new Start.Nothing();
        }
        String named = row.value(Setting.TEMPLATE);
        Optional<Shell> shell = row.shell();
        if (shell.isEmpty() || named.isEmpty() || named.equals(NONE)) {
            return new Start.Nothing();
        }
        if (named.equals(PREVIOUS)) {
            return earlier(shell.get(), Optional.empty());
        }
        if (named.equals(MASTER)) {
            String course = Master.slug(shell.get().lead().code().name());
            return Optional.ofNullable(byCourse.get(course))
                    .map(one -> fromMaster(one, shell.get()))
                    .orElseGet(Start.NoMaster::new);
        }
        if (named.startsWith(ONE_MASTER)) {
            return Optional.ofNullable(byId.get(named.substring(ONE_MASTER.length())))
                    .map(one -> fromMaster(one, shell.get()))
                    .orElseGet(() -> new Start.Missing(named));
        }
        Template template = templates.get(named);
        return template == null ? new Start.Missing(named) : new Start.FromTemplate(template);
    }

    /** The template or master that a shell is to start from by its name; empty where it is found otherwise, or nothing. */
    public static Optional<String> namedBy(ProofRow row) {
        String named = row.value(Setting.TEMPLATE);
        return row.shell().isEmpty()
                        || named.isEmpty()
                        || named.equals(NONE)
                        || named.equals(PREVIOUS)
                        || named.equals(MASTER)
                ? Optional.empty()
                : Optional.of(named);
    }

    static String ofMaster(String id) {
        return ONE_MASTER + id;
    }

    private Start fromMaster(StandingMaster one, Shell shell) {
        return new Start.FromMaster(
                one.shell(), one.master().title(), keptFor(shell, one.shell().key()));
    }

    private Optional<List<Lms.OutlineUnit>> keptFor(Shell shell, String fromKey) {
        return Optional.ofNullable(kept.get(shell.key()))
                .filter(own -> own.fromKey().equals(fromKey))
                .map(Kept::units);
    }

    /** @param fromKey the earlier shell that a person chose; else the one kept, else the last taught */
    Start earlier(Shell shell, Optional<String> fromKey) {
        Optional<Kept> own = Optional.ofNullable(kept.get(shell.key()));
        Optional<String> wanted = fromKey.or(() -> own.map(Kept::fromKey));
        List<EarlierShells.Found> all = earlier.all(shell);
        Optional<EarlierShells.Found> found = all.stream()
                .filter(one ->
                        wanted.filter(key -> !key.equals(one.shell().key())).isEmpty())
                .findFirst()
                .or(() -> all.stream().findFirst());
        return found.<Start>map(one ->
                        new Start.FromEarlier(one, keptFor(shell, one.shell().key())))
                .orElseGet(Start.NeverTaught::new);
    }

    List<EarlierShells.Found> allEarlier(Shell shell) {
        return earlier.all(shell);
    }

    /** The content that a template gives a shell, with the weeks and dates of its session. */
    public Outline outline(Template template, ProofRow row) {
        String units = row.value(Setting.UNIT_COUNT);
        int count = units.matches("[0-9]{1,4}") ? Integer.parseInt(units) : 0;
        return outlines.of(template, row.shell().orElseThrow().lead(), row.value(Setting.LAYOUT), count);
    }
}
