package chalkline.standins.lms;

import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The category tree. A category is there once it has been put; its parents come with it. */
@Repository
class Shelves {
    static final String SEPARATOR = " / ";

    private final JdbcClient db;
    private final Effects effects;

    Shelves(JdbcClient db, Effects effects) {
        this.db = db;
        this.effects = effects;
    }

    /** Whether the last level was not there before. */
    boolean put(List<String> levels) {
        if (levels.isEmpty()
                || levels.stream()
                        .anyMatch(level -> level.isBlank() || level.codePointCount(0, level.length()) > 200)) {
            throw new Refused("category-refused", "A category needs a name of at most 200 characters on every level.");
        }
        boolean made = false;
        for (int depth = 1; depth <= levels.size(); depth++) {
            String joined = String.join(SEPARATOR, levels.subList(0, depth));
            String parent = String.join(SEPARATOR, levels.subList(0, depth - 1));
            made = db.sql("insert ignore into category (path, parent) values (?, ?)")
                            .params(joined, parent)
                            .update()
                    == 1;
            effects.count("category made", joined, made ? 1 : 0);
        }
        return made;
    }

    /** Takes a category out that nothing is in. */
    void remove(List<String> levels) {
        String joined = String.join(SEPARATOR, levels);
        int inside = db.sql("select (select count(*) from shell where category = ?)"
                        + " + (select count(*) from category where parent = ?)")
                .params(joined, joined)
                .query(Integer.class)
                .single();
        if (inside > 0) {
            throw new Refused("category-in-use", "“" + joined + "” is not empty.");
        }
        int gone = db.sql("delete from category where path = ?").param(joined).update();
        effects.forget(joined, "category made");
        effects.count("category removed", joined, gone);
    }

    /** The joined path of a category that shells may be put into. */
    String open(List<String> levels) {
        String joined = String.join(SEPARATOR, levels);
        Optional<Boolean> locked = db.sql("select locked from category where path = ?")
                .param(joined)
                .query(Boolean.class)
                .optional();
        if (locked.isEmpty()) {
            throw new Refused("category-missing", "There is no category “" + joined + "”.");
        }
        if (locked.get()) {
            throw new Refused("category-locked", "“" + joined + "” is locked by its owner.");
        }
        return joined;
    }

    /** A category that only administrators see, as one for templates. */
    void hide(List<String> levels) {
        put(levels);
        db.sql("update category set hidden = true where path = ?")
                .param(String.join(SEPARATOR, levels))
                .update();
    }

    void lock(List<String> levels, boolean locked) {
        put(levels);
        db.sql("update category set locked = ? where path = ?")
                .params(locked, String.join(SEPARATOR, levels))
                .update();
    }

    List<Wire.ListedCategory> all() {
        return db.sql(
                        "select c.path, c.locked, c.hidden, (select count(*) from shell s where s.category = c.path) shells"
                                + " from category c order by c.path")
                .query((row, n) -> new Wire.ListedCategory(
                        List.of(row.getString("path").split(SEPARATOR)),
                        row.getBoolean("locked"),
                        row.getBoolean("hidden"),
                        row.getInt("shells")))
                .list();
    }
}
