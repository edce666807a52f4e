package chalkline.standins.registrar;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.oneroster.OneRosterWriter;
import chalkline.standins.CampusInUse;
import chalkline.standins.campus.Days;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The registrar's days, and the file that is exported on the present one. */
@Component
class Registrar {
    private final CampusInUse campus;
    private final InstantSource time;
    private @Nullable Days days;
    private @Nullable Night said;
    private @Nullable RegistrarList before;
    private byte @Nullable [] other;
    private Form form = new Form("1.1", false);
    private @Nullable Export export;
    private int sent;

    Registrar(CampusInUse campus, InstantSource time) {
        this.time = time;
        this.campus = campus;
    }

    /**
     * How a list is exported.
     *
     * @param version of OneRoster, 1.1 or 1.2
     * @param delta whether only what changed since the last day that went well
     */
    record Form(String version, boolean delta) {}

    /** What stands to be fetched. */
    static final class Export {
        private final byte[] bytes;
        private final String tag;
        private final Instant since;

        private Export(byte[] bytes, Instant since) {
            this.bytes = bytes;
            this.since = since.truncatedTo(ChronoUnit.SECONDS);
            try {
                byte[] digest = MessageDigest.getInstance("SHA-256").digest(bytes);
                this.tag = '"' + HexFormat.of().formatHex(digest, 0, 12) + '"';
            } catch (NoSuchAlgorithmException e) {
                throw new IllegalStateException(e);
            }
        }

        byte[] bytes() {
            return bytes;
        }

        String tag() {
            return tag;
        }

        Instant since() {
            return since;
        }
    }

    /**
     * How things stand.
     *
     * @param sent how many times the list was sent, and not only said to be the same
     */
    record Now(int day, Night night, String version, boolean delta, int sections, int enrollments, int sent) {}

    synchronized Now now() {
        RegistrarList list = days().list();
        return new Now(
                days().day(),
                night(),
                form.version(),
                form.delta(),
                list.classes().size(),
                list.enrollments().size(),
                sent);
    }

    synchronized void wasSent() {
        sent++;
    }

    private Days days() {
        Days known = days;
        if (known == null) {
            known = new Days(campus.list(), campus.seed());
            days = known;
        }
        return known;
    }

    private Night night() {
        return said == null ? Night.of(days().day()) : said;
    }

    /** The day goes on, or back to the first one and from there, and its export replaces whatever was put in its place. */
    synchronized void goTo(int day) {
        if (day < days().day()) {
            days = null;
            before = null;
        }
        while (days().day() < day) {
            if (night() == Night.WELL) {
                before = days().list();
            }
            said = null;
            days().next();
        }
        said = null;
        fresh();
    }

    /** Tonight's export goes so. */
    synchronized void night(Night wanted) {
        said = wanted;
        fresh();
    }

    synchronized void form(Form wanted) {
        form = wanted;
        fresh();
    }

    /** Another file stands in place of the day's export; without one, the day's. */
    synchronized void replace(byte @Nullable [] file) {
        other = file;
        export = null;
    }

    private void fresh() {
        other = null;
        export = null;
    }

    synchronized Export export() {
        Export known = export;
        if (known == null) {
            known = new Export(other == null ? bytes() : other, time.instant());
            export = known;
        }
        return known;
    }

    private byte[] bytes() {
        RegistrarList list = days().list();
        return switch (night()) {
            case WELL -> written(list);
            case BROKEN -> Night.cutOff(written(list));
            case HALVED -> written(halved(list));
            case DOUBLED -> Night.doubled(written(list));
        };
    }

    private byte[] written(RegistrarList list) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            OneRosterWriter.write(
                    list, form.version(), form.delta() ? Optional.ofNullable(before) : Optional.empty(), out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static RegistrarList halved(RegistrarList list) {
        Map<String, ListedClass> half = new LinkedHashMap<>();
        int place = 0;
        for (ListedClass listed : list.classes().values()) {
            if (place++ % 2 == 0) {
                half.put(listed.id(), listed);
            }
        }
        List<Enrollment> stay = list.enrollments().stream()
                .filter(one -> half.containsKey(one.classId()))
                .toList();
        return new RegistrarList(
                list.sessions(),
                list.orgs(),
                list.courses(),
                half,
                list.people(),
                Enrollments.of(stay, list.people().values()));
    }
}
