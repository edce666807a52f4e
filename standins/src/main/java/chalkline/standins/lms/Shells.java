package chalkline.standins.lms;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.naming.Text;
import chalkline.core.proof.Rosters;
import chalkline.standins.StandInSettings;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The shells that stand in the LMS, with its rules: unique codes, limits, known categories and people. */
@Repository
@Transactional
class Shells {
    private static final TypeReference<TreeMap<String, String>> SETTINGS = new TypeReference<>() {};
    private static final TypeReference<List<Wire.SectionWindow>> WINDOWS = new TypeReference<>() {};
    private static final TypeReference<List<String>> TEXTS = new TypeReference<>() {};

    private static final String SELECT = "select s.*, (select group_concat(distinct m.user_id order by m.user_id"
            + " separator ' ') from member m where m.shell_id = s.id and m.role = 'instructor') as instructors,"
            + " (select group_concat(m.role, ' ', m.user_id order by m.role, m.user_id separator '\n') from member m"
            + " where m.shell_id = s.id and m.section = '') as by_hand,"
            + " (select group_concat(v.user_id order by v.user_id separator ' ') from visit v where v.shell_id = s.id)"
            + " as been_in, (select count(distinct m.user_id) from member m where m.shell_id = s.id"
            + " and m.role = 'student') as students from shell s";

    private final JdbcClient db;
    private final JsonMapper json;
    private final Shelves shelves;
    private final StandInSettings limits;
    private final Accounts accounts;
    private final Effects effects;
    private final JdbcTemplate batches;

    Shells(
            JdbcClient db,
            JdbcTemplate batches,
            JsonMapper json,
            Shelves shelves,
            StandInSettings limits,
            Accounts accounts,
            Effects effects) {
        this.db = db;
        this.batches = batches;
        this.effects = effects;
        this.json = json;
        this.shelves = shelves;
        this.limits = limits;
        this.accounts = accounts;
    }

    /** Whether the shell is new. */
    boolean put(Wire.ShellPut put) {
        check(put);
        String category = shelves.open(put.category());
        Optional<Wire.Shell> standing = find(put.key());
        refuseTouched(put.ifMark(), standing);
        Map<String, String> settings =
                new TreeMap<>(standing.map(Wire.Shell::settings).orElse(Map.of()));
        settings.putAll(put.settings());
        String asJson = json.writeValueAsString(settings);
        try {
            if (standing.isEmpty()) {
                db.sql(
                                "insert into shell (shell_key, term, code, code_folded, title, category, opens, closes, open,"
                                        + " settings, outline, rosters, mark) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, '[]', '{}', ?)")
                        .params(
                                put.key(),
                                put.term(),
                                put.code(),
                                Text.codeKey(put.code()),
                                put.title(),
                                category,
                                put.opens(),
                                put.closes(),
                                put.open(),
                                asJson,
                                nextMark())
                        .update();
            } else {
                db.sql("update shell set code = ?, code_folded = ?, title = ?, category = ?, opens = ?, closes = ?,"
                                + " open = if(open_by_hand and not ?, open, ?), open_by_hand = open_by_hand and not ?, closed = ?,"
                                + " settings = ?, mark = ? where shell_key = ?")
                        .params(
                                put.code(),
                                Text.codeKey(put.code()),
                                put.title(),
                                category,
                                put.opens(),
                                put.closes(),
                                Boolean.TRUE.equals(put.overHand()),
                                put.open(),
                                Boolean.TRUE.equals(put.overHand()),
                                Boolean.TRUE.equals(put.closed()),
                                asJson,
                                nextMark(),
                                put.key())
                        .update();
            }
        } catch (DuplicateKeyException e) {
            throw taken(put.code());
        }
        if (put.sections() != null) {
            putSections(put);
        }
        effects.count("shell made", put.key(), standing.isEmpty() ? 1 : 0);
        return standing.isEmpty();
    }

    private static void refuseTouched(@Nullable Long ifMark, Optional<Wire.Shell> standing) {
        if (ifMark != null && standing.filter(shell -> shell.mark() == ifMark).isEmpty()) {
            throw new Refused("touched", "It has changed since.");
        }
    }

    /** @param untouched whether it is refused where somebody has worked in the shell */
    void refuseWorkedIn(String key, @Nullable Boolean untouched) {
        Wire.Shell shell = standing(key);
        boolean worked = shell.activity() || shell.facts().content().equals("own");
        if (Boolean.TRUE.equals(untouched) && worked) {
            throw new Refused("touched", "Somebody has worked in it.");
        }
    }

    private void check(Wire.ShellPut put) {
        if (Text.length(put.code()) > limits.codeLimit() || put.code().isBlank()) {
            throw new Refused("code-length", "A code has 1 to " + limits.codeLimit() + " characters.");
        }
        if (Text.length(put.title()) > limits.titleLimit() || put.title().isBlank()) {
            throw new Refused("title-length", "A title has 1 to " + limits.titleLimit() + " characters.");
        }
        try {
            IsoMoment.known(put.opens());
            IsoMoment.known(put.closes());
        } catch (DateTimeException e) {
            throw new Refused("date-unread", "A date is not in the form of ISO 8601 with an offset.");
        }
    }

    private static Refused taken(String code) {
        return new Refused("code-taken", "Another shell has the code “" + code + "”.");
    }

    void rename(Wire.Rename rename) {
        standing(rename.key());
        try {
            db.sql("update shell set shell_key = ?, code = ?, code_folded = ?, mark = ? where shell_key = ?")
                    .params(rename.newKey(), rename.code(), Text.codeKey(rename.code()), nextMark(), rename.key())
                    .update();
        } catch (DuplicateKeyException e) {
            throw taken(rename.code());
        }
    }

    private void putSections(Wire.ShellPut put) {
        List<Wire.SectionWindow> windows = put.windows() == null ? List.of() : put.windows();
        db.sql("update shell set lead = ?, sections = ?, windows = ? where shell_key = ?")
                .params(
                        put.lead(),
                        json.writeValueAsString(put.sections()),
                        json.writeValueAsString(windows),
                        put.key())
                .update();
    }

    void changePeople(Wire.PeopleChange change) {
        Wire.Shell shell = standing(change.key());
        if (shell.term().isEmpty()
                && change.add().stream().anyMatch(person -> person.role().equals("student"))) {
            throw new Refused("no-students", "A shell outside any term has no students.");
        }
        accounts.refuseUnknown(
                change.add().stream().map(Wire.Person::user).distinct().toList());
        int out = 0;
        for (Wire.Person person : change.remove()) {
            out += db.sql("delete from member where shell_id = ? and user_id = ? and role = ? and section = ?")
                    .params(shell.id(), person.user(), person.role(), person.section())
                    .update();
        }
        int before = members(shell.id());
        batches.batchUpdate(
                "insert ignore into member (shell_id, user_id, role, section) values (?, ?, ?, ?)",
                change.add().stream()
                        .map(person -> new Object[] {shell.id(), person.user(), person.role(), person.section()})
                        .toList());
        effects.count("person in", "", members(shell.id()) - before);
        effects.count("person out", "", out);
        db.sql("update shell set rosters = ?, mark = ? where id = ?")
                .params(json.writeValueAsString(rosters(shell.id())), nextMark(), shell.id())
                .update();
    }

    private int members(long shellId) {
        return db.sql("select count(*) from member where shell_id = ?")
                .param(shellId)
                .query(Integer.class)
                .single();
    }

    Map<String, String> rosters(long shellId) {
        Map<String, Set<Rosters.In>> bySection = new TreeMap<>();
        people(shellId).stream()
                .filter(person -> !person.section().isEmpty())
                .forEach(person -> bySection
                        .computeIfAbsent(person.section(), section -> new HashSet<>())
                        .add(new Rosters.In(person.role(), person.user())));
        Map<String, String> rosters = new TreeMap<>();
        bySection.forEach((section, people) -> rosters.put(section, Rosters.digest(people)));
        return rosters;
    }

    /** Nobody enters a closed shell; whether it is open is kept for when it is not closed any more. */
    void close(String key, boolean closed) {
        standing(key);
        db.sql("update shell set closed = ?, mark = ? where shell_key = ?")
                .params(closed, nextMark(), key)
                .update();
        effects.count(closed ? "shell closed" : "shell opened again", key, 1);
    }

    void archive(String key, boolean archived) {
        standing(key);
        db.sql("update shell set archived = ?, mark = ? where shell_key = ?")
                .params(archived, nextMark(), key)
                .update();
        effects.count(archived ? "shell archived" : "shell as before", key, 1);
    }

    /** Only who is in a shell can be let in longer. */
    void extend(Wire.Extension wanted) {
        Wire.Shell shell = standing(wanted.key());
        if (wanted.until() == null) {
            db.sql("delete from extension where shell_id = ? and user_id = ?")
                    .params(shell.id(), wanted.user())
                    .update();
            return;
        }
        if (people(shell.id()).stream().noneMatch(person -> person.user().equals(wanted.user()))) {
            throw new Refused("person-missing", "That person is not in the shell.");
        }
        db.sql("replace into extension (shell_id, user_id, until) values (?, ?, ?)")
                .params(shell.id(), wanted.user(), wanted.until())
                .update();
    }

    void putEntryCode(Wire.EntryCode wanted) {
        Wire.Shell shell = standing(wanted.key());
        if (wanted.code() == null) {
            db.sql("delete from entry_code where shell_id = ?")
                    .param(shell.id())
                    .update();
            return;
        }
        db.sql("replace into entry_code (shell_id, code, until) values (?, ?, ?)")
                .params(shell.id(), wanted.code(), wanted.until() == null ? "" : wanted.until())
                .update();
    }

    /** The word to enter a shell with, and until when it is good, in words; empty without one. */
    String entryCode(long shellId) {
        return db.sql("select code, until from entry_code where shell_id = ?")
                .param(shellId)
                .query((row, n) -> row.getString("code")
                        + (row.getString("until").isEmpty() ? "" : ", until " + row.getString("until")))
                .optional()
                .orElse("");
    }

    /** A shell is deleted, with all that is in it, unless it changed since a mark. */
    void remove(String key, @Nullable Long ifMark) {
        Wire.Shell shell = standing(key);
        refuseTouched(ifMark, Optional.of(shell));
        db.sql("insert into removed (shell_id, mark) values (?, ?)")
                .params(shell.id(), nextMark())
                .update();
        db.sql("delete from shell where id = ?").param(shell.id()).update();
        effects.count("person out", "", members(shell.id()));
        db.sql("delete from member where shell_id = ?").param(shell.id()).update();
        db.sql("delete from visit where shell_id = ?").param(shell.id()).update();
        db.sql("delete from extension where shell_id = ?").param(shell.id()).update();
        db.sql("delete from entry_code where shell_id = ?").param(shell.id()).update();
        effects.forget(key, "shell made", "copy");
        effects.count("shell removed", key, 1);
    }

    /** Numbers of shells that were deleted after a mark. */
    List<Long> removedSince(long mark) {
        return db.sql("select shell_id from removed where mark > ?")
                .param(mark)
                .query(Long.class)
                .list();
    }

    /** Forgets whatever happened after a mark, as a restored backup does; shells changed since are gone altogether. */
    void restore(long mark) {
        db.sql("delete from member where shell_id in (select id from shell where mark > ?)")
                .param(mark)
                .update();
        db.sql("delete from effect where kind in ('shell made', 'copy')"
                        + " and subject in (select shell_key from shell where mark > ?)")
                .param(mark)
                .update();
        db.sql("delete from shell where mark > ?").param(mark).update();
        db.sql("delete from removed where mark > ?").param(mark).update();
        db.sql("update mark set last = ?").param(mark).update();
    }

    /** Settings that the shell does not have yet; those that it has stay. */
    void addSettings(String key, Map<String, String> more) {
        Map<String, String> settings = new TreeMap<>(more);
        settings.putAll(standing(key).settings());
        db.sql("update shell set settings = ?, mark = ? where shell_key = ?")
                .params(json.writeValueAsString(settings), nextMark(), key)
                .update();
    }

    Wire.Shell standing(String key) {
        return find(key).orElseThrow(() -> new Refused("shell-missing", "There is no shell with the key " + key + "."));
    }

    Optional<Wire.Shell> find(String key) {
        return db.sql(SELECT + " where shell_key = ?")
                .param(key)
                .query(this::shell)
                .optional();
    }

    List<Wire.Shell> in(String category) {
        return db.sql(SELECT + " where category = ? order by code")
                .param(category)
                .query(this::shell)
                .list();
    }

    /** Shells changed after a mark, in the order of their ids. */
    List<Wire.Shell> changedSince(long mark, long afterId, int limit) {
        return db.sql(SELECT + " where mark > ? and id > ? order by id limit ?")
                .params(mark, afterId, limit)
                .query(this::shell)
                .list();
    }

    List<Wire.Person> people(long shellId) {
        return db.sql(
                        "select user_id, role, section from member where shell_id = ? order by role desc, user_id, section")
                .param(shellId)
                .query((row, n) ->
                        new Wire.Person(row.getString("user_id"), row.getString("role"), row.getString("section")))
                .list();
    }

    /** The shells that a student is in and that are not closed, each by each of the sections that led there. */
    List<Wire.Entry> entriesOf(String user) {
        return db.sql("select m.section, s.shell_key, e.until from member m join shell s on s.id = m.shell_id"
                        + " left join extension e on e.shell_id = s.id and e.user_id = m.user_id"
                        + " where m.user_id = ? and m.role = 'student' and (not s.closed and not s.archived"
                        + " or e.until is not null) order by s.code, m.section")
                .param(user)
                .query((row, n) ->
                        entry(standing(row.getString("shell_key")), row.getString("section"), row.getString("until")))
                .list();
    }

    private static Wire.Entry entry(Wire.Shell shell, String section, @Nullable String until) {
        OffsetDateTime opens = IsoMoment.known(shell.opens());
        OffsetDateTime closes = IsoMoment.known(shell.closes());
        for (Wire.SectionWindow window : shell.windows()) {
            if (window.section().equals(section)) {
                OffsetDateTime from = IsoMoment.known(window.opens());
                OffsetDateTime to = IsoMoment.known(window.closes());
                opens = from.isAfter(opens) ? from : opens;
                closes = to.isBefore(closes) ? to : closes;
            }
        }
        if (until != null && IsoMoment.known(until).isAfter(closes)) {
            closes = IsoMoment.known(until);
        }
        return new Wire.Entry(
                shell.key(),
                shell.code(),
                shell.title(),
                section,
                opens.toString(),
                closes.toString(),
                shell.open() || until != null);
    }

    /** When a shell changed last. */
    long markOf(String key) {
        return standing(key).mark();
    }

    long mark() {
        return db.sql("select last from mark").query(Long.class).single();
    }

    long nextMark() {
        db.sql("update mark set last = last_insert_id(last + 1)").update();
        return db.sql("select last_insert_id()").query(Long.class).single();
    }

    private static List<String> lines(@Nullable String joined, String separator) {
        return joined == null ? List.of() : List.of(joined.split(separator));
    }

    private Wire.Shell shell(ResultSet row, int n) throws SQLException {
        String sections = row.getString("sections");
        String rosters = row.getString("rosters");
        return new Wire.Shell(
                row.getLong("id"),
                row.getString("shell_key"),
                row.getString("term"),
                row.getString("code"),
                row.getString("title"),
                List.of(row.getString("category").split(Shelves.SEPARATOR)),
                row.getString("opens"),
                row.getString("closes"),
                row.getBoolean("open"),
                row.getBoolean("open_by_hand"),
                row.getBoolean("closed"),
                row.getBoolean("activity"),
                row.getString("lead"),
                sections == null ? null : json.readValue(sections, TEXTS),
                json.readValue(row.getString("windows"), WINDOWS),
                json.readValue(row.getString("settings"), SETTINGS),
                lines(row.getString("instructors"), " "),
                rosters == null ? null : json.readValue(rosters, SETTINGS),
                facts(row),
                row.getLong("mark"));
    }

    private static Wire.Facts facts(ResultSet row) throws SQLException {
        List<Wire.Person> byHand = lines(row.getString("by_hand"), "\n").stream()
                .map(line -> new Wire.Person(
                        line.substring(line.indexOf(' ') + 1), line.substring(0, line.indexOf(' ')), ""))
                .toList();
        boolean none = row.getString("outline").equals("[]");
        String content = row.getBoolean("content_by_hand") ? "own" : none ? "none" : "copied";
        return new Wire.Facts(
                byHand,
                lines(row.getString("been_in"), " "),
                row.getInt("students"),
                content,
                row.getBoolean("archived"),
                row.getString("term").isEmpty() ? row.getLong("edited") : null);
    }
}
