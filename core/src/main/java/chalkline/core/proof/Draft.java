package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.OwnShell;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A shell on its way into the proof: what is known of it so far. Lives only while one proof is computed. A cross-list
 * whose lead the list does not have is on its way too, without a shell.
 */
final class Draft {
    private final String key;
    private final String leadId;
    private final List<Section> sections;
    private final Optional<Shell> shell;
    final Map<Setting, String> values = new EnumMap<>(Setting.class);
    final Set<Snag> snags = EnumSet.noneOf(Snag.class);
    Optional<HeldShell> held = Optional.empty();

    Draft(Shell shell) {
        this.key = shell.key();
        this.leadId = shell.lead().id();
        this.sections = shell.sections();
        this.shell = Optional.of(shell);
    }

    /** A cross-list without its lead. */
    Draft(Joined joined) {
        this.key = OwnShell.ofSection(joined.leadId());
        this.leadId = joined.leadId();
        this.sections = joined.sections();
        this.shell = Optional.empty();
    }

    String key() {
        return key;
    }

    String leadId() {
        return leadId;
    }

    List<Section> sections() {
        return sections;
    }

    boolean hasShell() {
        return shell.isPresent();
    }

    Shell shell() {
        return shell.orElseThrow();
    }

    String code() {
        return values.getOrDefault(Setting.CODE, "");
    }

    boolean isStopped() {
        return snags.stream().anyMatch(Snag::isStop);
    }
}
