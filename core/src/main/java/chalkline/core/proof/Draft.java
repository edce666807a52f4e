package chalkline.core.proof;

import chalkline.core.conventions.Setting;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A shell on its way into the proof: what is known of it so far. Lives only while one proof is computed. */
final class Draft {
    final Shell shell;
    final Map<Setting, String> values = new EnumMap<>(Setting.class);
    final Set<Snag> snags = EnumSet.noneOf(Snag.class);
    Optional<HeldShell> held = Optional.empty();

    Draft(Shell shell) {
        this.shell = shell;
    }

    String key() {
        return shell.key();
    }

    String code() {
        return values.get(Setting.CODE);
    }

    boolean isStopped() {
        return snags.stream().anyMatch(Snag::isStop);
    }
}
