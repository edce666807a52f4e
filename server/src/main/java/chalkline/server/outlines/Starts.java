package chalkline.server.outlines;

import chalkline.core.conventions.Setting;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outline;
import chalkline.core.templates.Outlines;
import chalkline.core.templates.Template;
import chalkline.server.lms.Lms;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What each new shell of one proof starts from. */
public final class Starts {
    private static final String NONE = "none";
    private static final String PREVIOUS = "previous";

    private final Map<String, Template> templates;
    private final EarlierShells earlier;
    private final Outlines outlines;
    private final Map<String, Kept> kept;

    /** Content that a person looked at and kept. */
    public record Kept(String fromKey, List<Lms.OutlineUnit> units) {}

    /** What one shell starts from. */
    public sealed interface Start {

        /** An empty shell. */
        record Nothing() implements Start {}

        /** A template that is kept here. */
        record FromTemplate(Template template) implements Start {}

        /** The shell of an earlier term, with the content that was kept for it, if any was. */
        record FromEarlier(EarlierShells.Found found, Optional<List<Lms.OutlineUnit>> kept) implements Start {}

        /** The course was never taught before. */
        record NeverTaught() implements Start {}

        /** There is no such template. */
        record Missing(String template) implements Start {}
    }

    public Starts(Map<String, Template> templates, EarlierShells earlier, Outlines outlines, Map<String, Kept> kept) {
        this.templates = templates;
        this.earlier = earlier;
        this.outlines = outlines;
        this.kept = kept;
    }

    /** The template that a shell is to start from by its conventions; empty where it is an earlier shell or nothing. */
    public static Optional<String> templateOf(ProofRow row) {
        String named = row.value(Setting.TEMPLATE);
        return row.shell().isEmpty() || named.isEmpty() || named.equals(NONE) || named.equals(PREVIOUS)
                ? Optional.empty()
                : Optional.of(named);
    }

    /** What a shell that is to be built starts from. */
    public Start of(ProofRow row) {
        String named = row.value(Setting.TEMPLATE);
        Optional<Shell> shell = row.shell();
        if (shell.isEmpty() || named.isEmpty() || named.equals(NONE)) {
            return new Start.Nothing();
        }
        if (named.equals(PREVIOUS)) {
            return earlier(shell.get(), Optional.empty());
        }
        Template template = templates.get(named);
        return template == null ? new Start.Missing(named) : new Start.FromTemplate(template);
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
        return found.<Start>map(one -> new Start.FromEarlier(
                        one,
                        own.filter(kept -> kept.fromKey().equals(one.shell().key()))
                                .map(Kept::units)))
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
