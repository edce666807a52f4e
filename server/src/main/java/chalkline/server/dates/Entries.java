package chalkline.server.dates;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Section;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Digest;
import chalkline.core.naming.Labels;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.formats.calendar.CalendarEntry.When;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;

/** What calendars say of a shell: when it opens and closes, for all and for single sections, and its weeks. */
final class Entries {
    private static final int LONGEST_UID = 255;

    private final Conventions rules;

    Entries(Conventions rules) {
        this.rules = rules;
    }

    /**
     * An entry before it is known whether it changed.
     *
     * @param uid the same for the same thing, whatever its dates and names
     */
    record Entry(String uid, When when, String title, String text) {}

    /** @param weeks whether the weeks of its session are told too */
    List<Entry> of(ProofRow row, boolean weeks) {
        List<Entry> entries = new ArrayList<>();
        Shell shell = row.shell().orElseThrow();
        String name = shell.labels().label();
        String text = row.title() + "\n" + row.code();
        availability(entries, row, "opens", row.value(Setting.OPENS), name + " opens to students", text);
        row.sectionWindows().forEach((section, window) -> {
            String own = Labels.of(
                            shell.sections().stream()
                                    .filter(one -> one.id().equals(section))
                                    .toList(),
                            1)
                    .label();
            availability(entries, row, "opens." + section, window.opens(), own + " can enter " + name, text);
            availability(
                    entries,
                    row,
                    "closes." + section,
                    window.closes(),
                    own + " can enter " + name + " no longer",
                    text);
        });
        availability(entries, row, "closes", row.value(Setting.CLOSES), name + " closes to students", text);
        if (weeks) {
            weeks(entries, row, shell.lead(), name);
        }
        return entries;
    }

    private void availability(
            List<Entry> entries, ProofRow row, String what, String moment, String title, String text) {
        if (!moment.isEmpty()) {
            ZonedDateTime at = IsoMoment.known(moment).atZoneSameInstant(rules.zone());
            entries.add(new Entry(uid(row, what), new When.At(at), title, text));
        }
    }

    private void weeks(List<Entry> entries, ProofRow row, Section lead, String name) {
        Weeks weeks = new Weeks(lead.days(), rules.breaksOf(lead.breakTerms()), rules.weekStart());
        for (int n = 1; n <= weeks.count().orElse(0); n++) {
            When days = new When.Days(
                    weeks.firstDayOf(n).orElseThrow(), weeks.lastDayOf(n).orElseThrow());
            entries.add(new Entry(uid(row, "week" + n), days, "Week " + n + ", " + name, ""));
        }
    }

    private static String uid(ProofRow row, String what) {
        String term = row.shell()
                .map(shell -> shell.lead().term())
                .map(AcademicSession::code)
                .orElse("");
        String uid = what + "/" + term + "/" + row.key() + "@chalk-line.invalid";
        // RFC 7986, section 5.3 (from memory): at most 255 octets
        return uid.length() <= LONGEST_UID ? uid : Digest.of(uid) + "@chalk-line.invalid";
    }
}
