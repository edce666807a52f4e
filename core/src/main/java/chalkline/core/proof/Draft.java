package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.OwnShell;
import chalkline.core.naming.Text;
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
    final Map<Setting, String> values;
    final Set<Snag> snags;
    Optional<HeldShell> held = Optional.empty();
    private String codeOfKey = "";
    private String codeKey = "";

    /**
     * A shell.
     *
     * @param values what is known so far; copied
     * @param snags what is known so far; copied
     */
    Draft(Shell shell, Map<Setting, String> values, Set<Snag> snags) {
        this.values = new EnumMap<>(values);
        this.snags = EnumSet.copyOf(snags);
        this.key = shell.key();
        this.leadId = shell.lead().id();
        this.sections = shell.sections();
        this.shell = Optional.of(shell);
    }

    /** A cross-list without its lead. */
    Draft(Joined joined) {
        this.values = new EnumMap<>(Setting.class);
        this.snags = EnumSet.noneOf(Snag.class);
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
