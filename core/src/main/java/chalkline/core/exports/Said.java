package chalkline.core.exports;

import chalkline.core.arrivals.Section;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Kind;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.YesNo;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** How a profile says values: moments in its form and zone, yes and no in its words. */
final class Said {
    private final ExportProfile.Words words;
    private final ZoneId zone;
    private final boolean standing;
    private final DateTimeFormatter dates;
    /** A term has few moments, and many rows that say them. */
    private final Map<String, String> moments = new ConcurrentHashMap<>();

    Said(ExportProfile.Words words, ZoneId zone, boolean standing) {
        this.words = words;
        this.zone = zone;
        this.standing = standing;
        this.dates = DateTimeFormatter.ofPattern(words.dates(), Locale.ROOT);
    }

    boolean standing() {
        return standing;
    }

    Facts shell(ProofRow row) {
        return new Facts(this, row, row.shell(), Optional.empty(), Optional.empty(), "");
    }

    Facts section(ProofRow row, Shell shell, Section section) {
        return new Facts(this, row, Optional.of(ledBy(shell, section)), Optional.of(section), Optional.empty(), "");
    }

    private static Shell ledBy(Shell shell, Section section) {
        return shell.lead().id().equals(section.id()) ? shell : shell.ledBy(section);
    }

    /** The canonical text of a setting, as it stands or as it is to be. */
    String value(ProofRow row, Setting setting) {
        Optional<HeldShell> held = standing && setting.isCompared() ? row.held() : Optional.empty();
        return setting == Setting.OPEN && held.isPresent()
                ? YesNo.write(held.get().isOpen())
                : held.map(shell -> shell.values().get(setting)).orElseGet(() -> row.value(setting));
    }

    String inWords(ProofRow row, Setting setting) {
        String canonical = value(row, setting);
        return setting.kind() == Kind.MOMENT
                ? moment(canonical)
                : setting.kind() == Kind.YES_NO ? yesNo(canonical) : canonical;
    }

    String moment(String iso) {
        String known = moments.get(iso);
        if (known == null) {
            known = IsoMoment.read(iso)
                    .map(moment -> dates.format(moment.atZoneSameInstant(zone)))
                    .orElse(iso);
            moments.put(iso, known);
        }
        return known;
    }

    String yesNo(String canonical) {
        return YesNo.read(canonical).map(this::yesNo).orElse(canonical);
    }

    String yesNo(boolean yes) {
        return yes ? words.yes() : words.no();
    }

    String role(String role) {
        return words.roles().getOrDefault(role, role);
    }
}
