package chalkline.server.build;

import chalkline.server.people.PeopleService;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What the builds of a term came to, for looking back. */
@Component
public class BuildHistory {
    private static final int REASONS = 20;

    private final Builds builds;
    private final Departments departments;
    private final PeopleService people;
    private final JdbcClient db;
    private final JsonMapper json;

    BuildHistory(Builds builds, Departments departments, PeopleService people, JdbcClient db, JsonMapper json) {
        this.json = json;
        this.builds = builds;
        this.departments = departments;
        this.people = people;
        this.db = db;
    }

    /**
     * A build that has begun.
     *
     * @param kind {@code BUILD}, {@code TAKE_BACK} or {@code PUT_AWAY}
     * @param by a person's name, or the schedule's
     * @param takenBack whether another one took it back
     */
    public record One(
            long id,
            String kind,
            String by,
            Instant startedAt,
            Optional<Instant> endedAt,
            int shells,
            int done,
            int failed,
            boolean takenBack) {}

    /** Why something failed, and in how many shells. */
    public record Failure(String reason, int shells) {}

    /** The builds of a term, the oldest first. */
    @Transactional(readOnly = true)
    public List<One> of(String term) {
        List<Build> all = builds.begun(term);
        Map<Long, BuildViews.Department> sums =
                departments.sums(all.stream().map(Build::id).toList());
        Map<String, String> names = people.names();
        BuildViews.Department none = new BuildViews.Department("", 0, 0, 0);
        return all.stream()
                .map(build -> {
                    BuildViews.Department sum = sums.getOrDefault(build.id(), none);
                    return new One(
                            build.id(),
                            build.kind().name(),
                            names.getOrDefault(build.startedBy(), build.startedBy()),
                            build.startedAt(),
                            build.endedAt(),
                            sum.shells(),
                            sum.done(),
                            sum.failed(),
                            isTakenBack(build, all));
                })
                .toList();
    }

    /** Whether the shells of a term were archived and a person has taken them out again since. */
    @Transactional(readOnly = true)
    public boolean wasTakenOut(String term) {
        List<Build> all = builds.begun(term);
        boolean out = false;
        for (Build build : all) {
            if (build.kind() == Build.Kind.PUT_AWAY) {
                out = json.readValue(build.wanted(), Wanted.class).away() == Away.RETURN || isTakenBack(build, all);
            }
        }
        return out;
    }

    private static boolean isTakenBack(Build build, List<Build> all) {
        return all.stream()
                .anyMatch(other -> other.kind() == Build.Kind.TAKE_BACK
                        && other.undoes().filter(build.id()::equals).isPresent());
    }

    /** What failed in the builds of a term, the most frequent first; also what went well when it was tried again. */
    public List<Failure> failures(String term) {
        return db.sql("select s.reason, count(distinct s.shell_key) as shells from build_step s"
                        + " join build b on b.id = s.build_id where b.term = ? and s.state = 'FAILED'"
                        + " group by s.reason order by shells desc, s.reason limit " + REASONS)
                .param(term)
                .query((row, n) -> new Failure(row.getString("reason"), row.getInt("shells")))
                .list();
    }

    /**
     * What a step of a build did to one shell.
     *
     * @param by who started the build, by name
     * @param what in words
     * @param failed why it failed; empty where it did not
     */
    public record Step(long build, String by, Instant at, String what, String failed) {}

    /** All that builds of a term did to one shell, the oldest first. */
    @Transactional(readOnly = true)
    public List<Step> ofShell(String term, String key) {
        Map<String, String> names = people.names();
        return db.sql("select s.build_id, b.started_by, s.settled_at, s.verb, s.message, s.state, s.reason"
                        + " from build b join build_step s on s.build_id = b.id and s.shell_key = ?"
                        + " where b.term = ? and s.state in ('DONE', 'FAILED') and s.settled_at is not null"
                        + " order by s.build_id, s.ordinal")
                .params(key, term)
                .query((row, n) -> {
                    String by = row.getString("started_by");
                    return new Step(
                            row.getLong("build_id"),
                            names.getOrDefault(by, by),
                            row.getTimestamp("settled_at").toInstant(),
                            row.getString("message"),
                            row.getString("state").equals("FAILED") ? row.getString("reason") : "");
                })
                .list();
    }

    /** When each shell of a term was first left by a build, by its key; what was taken back is left out. */
    public Map<String, Instant> firstBuilt(String term) {
        Map<String, Instant> first = new HashMap<>();
        db.sql("select s.shell_key, min(b.ended_at) as at from built_shell s join build b on b.id = s.build_id"
                        + " where s.term = ? and s.content is not null and b.ended_at is not null group by s.shell_key")
                .param(term)
                .query(row -> {
                    first.put(row.getString("shell_key"), row.getTimestamp("at").toInstant());
                });
        return first;
    }
}
