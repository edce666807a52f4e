package chalkline.server.build;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Counters of a build by department. */
@Repository
class Departments {
    private final JdbcClient db;
    private final JdbcTemplate batches;

    Departments(JdbcClient db, JdbcTemplate batches) {
        this.db = db;
        this.batches = batches;
    }

    void insert(long build, Map<String, Set<String>> shells) {
        batches.batchUpdate(
                "insert into build_department (build_id, name, shells) values (?, ?, ?)",
                shells.entrySet().stream()
                        .map(entry -> new Object[] {
                            build, entry.getKey(), entry.getValue().size()
                        })
                        .toList());
    }

    void deleteOf(long build) {
        db.sql("delete from build_department where build_id = ?").param(build).update();
    }

    /** What is kept as it is counts as nothing to do. */
    void count(long build, String name, int kept, int done, int failed) {
        db.sql("update build_department set shells = shells - ?, done = done + ?, failed = failed + ?"
                        + " where build_id = ? and name = ?")
                .params(kept, done, failed, build, name)
                .update();
    }

    List<BuildViews.Department> of(long build) {
        return db.sql("select name, shells, done, failed from build_department where build_id = ? order by name")
                .param(build)
                .query((row, n) -> new BuildViews.Department(
                        row.getString("name"), row.getInt("shells"), row.getInt("done"), row.getInt("failed")))
                .list();
    }

    /** Shells, done and failed of some builds. */
    Map<Long, BuildViews.Department> sums(List<Long> builds) {
        Map<Long, BuildViews.Department> sums = new java.util.HashMap<>();
        if (!builds.isEmpty()) {
            db.sql("select build_id, sum(shells) shells, sum(done) done, sum(failed) failed from build_department"
                            + " where build_id in (:builds) group by build_id")
                    .param("builds", builds)
                    .query((row, n) -> sums.put(
                            row.getLong("build_id"),
                            new BuildViews.Department(
                                    "", row.getInt("shells"), row.getInt("done"), row.getInt("failed"))))
                    .list();
        }
        return sums;
    }
}
