package chalkline.server.upkeep;

import chalkline.core.arrivals.Person;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Source;
import chalkline.core.proof.ProofRow;
import chalkline.core.upkeep.SampleSize;
import chalkline.core.upkeep.Sampling;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Shells drawn to be looked at by hand, before a build or after it. */
@Service
class SampleService {
    private static final long SEEDS = 1_000_000_000;

    private final JdbcClient db;
    private final JdbcTemplate batches;
    private final Terms terms;
    private final PeopleService people;
    private final LedgerService ledger;
    private final Time time;

    SampleService(
            JdbcClient db, JdbcTemplate batches, Terms terms, PeopleService people, LedgerService ledger, Time time) {
        this.time = time;
        this.db = db;
        this.batches = batches;
        this.terms = terms;
        this.people = people;
        this.ledger = ledger;
    }

    private List<ProofRow> rows(String term, SampleViews.Of of) {
        return terms.now(term).rows().values().stream()
                .filter(row -> row.shell().isPresent())
                .filter(row -> of == SampleViews.Of.TO_BUILD
                        ? row.action().isCarriedOut()
                        : row.held().isPresent())
                .toList();
    }

    @May(Right.READ_CAMPUS)
    public List<SampleViews.Size> sizes(String term, double share, double confidence) {
        return Arrays.stream(SampleViews.Of.values())
                .map(of -> {
                    int shells = rows(term, of).size();
                    return new SampleViews.Size(
                            of,
                            shells,
                            shells == 0 ? 0 : SampleSize.faulty(shells, share),
                            SampleSize.of(shells, share, confidence));
                })
                .toList();
    }

    /** @param seed null for one by chance; the same seed draws the same shells of the same term again */
    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public SampleViews.Sample draw(
            String term, SampleViews.Of of, double share, double confidence, @Nullable Long seed) {
        List<ProofRow> all = rows(term, of);
        if (all.isEmpty()) {
            throw new Refusal("There is nothing to draw from: "
                    + (of == SampleViews.Of.TO_BUILD ? "nothing waits to be built." : "no shell stands yet."));
        }
        long drawnBy = seed == null ? ThreadLocalRandom.current().nextLong(SEEDS) : seed;
        List<ProofRow> drawn = Sampling.draw(
                all, ProofRow::key, SampleService::part, SampleSize.of(all.size(), share, confidence), drawnBy);
        db.sql("insert into sample (term, what, whole, share, confidence, seed, drawn_by, drawn_at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        term,
                        of.name(),
                        all.size(),
                        share,
                        confidence,
                        drawnBy,
                        SignedIn.login(),
                        Timestamp.from(time.now()))
                .update();
        long id = db.sql("select last_insert_id()").query(Long.class).single();
        batches.batchUpdate(
                "insert into sample_shell (sample_id, shell_key, ordinal, part) values (?, ?, ?, ?)",
                IntStream.range(0, drawn.size())
                        .mapToObj(i -> new Object[] {id, drawn.get(i).key(), i, part(drawn.get(i))})
                        .toList());
        ledger.write("sample drawn", term, Map.of("shells", drawn.size(), "of", all.size(), "seed", drawnBy));
        return sample(term, id);
    }

    /** The department, and the layers that had a say. */
    private static String part(ProofRow row) {
        String layers = row.shell().orElseThrow().settings().sources().values().stream()
                .filter(source -> source.origin() == Source.Origin.LAYER)
                .map(Source::name)
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
        return row.shell().orElseThrow().lead().department().name() + (layers.isEmpty() ? "" : ": " + layers);
    }

    /** The last one of a term. */
    @May(Right.READ_CAMPUS)
    public Optional<SampleViews.Sample> last(String term) {
        return db.sql("select max(id) from sample where term = ?")
                .param(term)
                .query(Long.class)
                .optional()
                .map(id -> sample(term, id));
    }

    private SampleViews.Sample sample(String term, long id) {
        Map<String, ProofRow> rows = terms.now(term).rows();
        return db.sql("select * from sample where id = ?")
                .param(id)
                .query((row, n) -> sample(row, rows))
                .single();
    }

    private SampleViews.Sample sample(ResultSet sample, Map<String, ProofRow> proof) throws SQLException {
        long id = sample.getLong("id");
        List<SampleViews.Row> rows = db.sql("select * from sample_shell where sample_id = ? order by ordinal")
                .param(id)
                .query((row, n) -> row(row, proof))
                .list();
        int looked = (int) rows.stream().filter(row -> row.sound() != null).count();
        int faulty = (int)
                rows.stream().filter(row -> Boolean.FALSE.equals(row.sound())).count();
        double share = sample.getDouble("share");
        double confidence = sample.getDouble("confidence");
        return new SampleViews.Sample(
                id,
                SampleViews.Of.valueOf(sample.getString("what")),
                sample.getInt("whole"),
                share,
                confidence,
                sample.getLong("seed"),
                people.nameOf(sample.getString("drawn_by")),
                sample.getTimestamp("drawn_at").toInstant(),
                looked,
                faulty,
                says(rows.size(), looked, faulty, share, confidence),
                rows);
    }

    private static String says(int size, int looked, int faulty, double share, double confidence) {
        if (faulty > 0) {
            return faulty + " of " + looked + " faulty. Mend the cause for all of its kind, then draw anew.";
        }
        if (looked < size) {
            return (size - looked) + " to look at.";
        }
        return String.format(
                Locale.ROOT,
                "None is faulty: with %s %% confidence fewer than %s %% of all are.",
                percent(confidence),
                percent(share));
    }

    private static String percent(double share) {
        return new DecimalFormat("0.##", DecimalFormatSymbols.getInstance(Locale.ROOT)).format(share * 100);
    }

    private SampleViews.Row row(ResultSet row, Map<String, ProofRow> proof) throws SQLException {
        String key = row.getString("shell_key");
        Optional<ProofRow> shell = Optional.ofNullable(proof.get(key));
        String by = row.getString("looked_by");
        return new SampleViews.Row(
                key,
                shell.map(ProofRow::code).orElse(key),
                shell.map(ProofRow::title).orElse("not on the list any more"),
                shell.map(one -> one.value(Setting.CATEGORY)).orElse(""),
                shell.map(one -> one.value(Setting.OPENS)).orElse(""),
                shell.map(one ->
                                one.instructors().stream().map(Person::fullName).collect(Collectors.joining(", ")))
                        .orElse(""),
                shell.map(ProofRow::students).orElse(0),
                row.getString("part"),
                (Boolean) row.getObject("sound"),
                row.getString("found"),
                by == null ? null : people.nameOf(by));
    }

    /** Writes down what somebody found in one shell; null takes it back. */
    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public SampleViews.Sample tick(String term, long id, String key, @Nullable Boolean sound, String found) {
        int changed = db.sql("update sample_shell set sound = ?, found = ?, looked_by = ?, looked_at = ?"
                        + " where sample_id = ? and shell_key = ?"
                        + " and sample_id in (select id from sample where term = ?)")
                .params(
                        sound,
                        found,
                        sound == null ? null : SignedIn.login(),
                        sound == null ? null : Timestamp.from(time.now()),
                        id,
                        key,
                        term)
                .update();
        if (changed == 0) {
            throw new Refusal("The sample " + id + " has no shell " + key + ".");
        }
        return sample(term, id);
    }
}
