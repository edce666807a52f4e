package chalkline.standins.lms;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What people do in the LMS itself, by hand, one shell at a time or here and there. */
@Repository
@Transactional
class Hands {
    private static final List<String> WAYS = List.of(
            "title",
            "code",
            "category",
            "opens",
            "closes",
            "open",
            "closed",
            "deleted",
            "setting",
            "person in",
            "person out");

    private final JdbcClient db;
    private final Shells shells;
    private final Shelves shelves;
    private final Outlines outlines;
    private final JsonMapper json;

    Hands(JdbcClient db, Shells shells, Shelves shelves, Outlines outlines, JsonMapper json) {
        this.db = db;
        this.shells = shells;
        this.shelves = shelves;
        this.outlines = outlines;
        this.json = json;
    }

    private void set(String key, String column, Object value) {
        shells.standing(key);
        db.sql("update shell set " + column + " = ?, mark = ? where shell_key = ?")
                .params(value, shells.nextMark(), key)
                .update();
    }

    /** Whoever is put in by hand is there through no section. */
    void enroll(String key, String user, String role) {
        db.sql("insert ignore into member (shell_id, user_id, role, section) values (?, ?, ?, '')")
                .params(shells.standing(key).id(), user, role)
                .update();
        set(key, "term", shells.standing(key).term());
    }

    /** A shell of the term built last gets another title. */
    void meddle(int which) {
        db.sql("select shell_key from shell where term = (select term from shell order by id desc limit 1)"
                        + " order by id limit 1 offset ?")
                .param(which)
                .query(String.class)
                .optional()
                .ifPresent(key -> retitle(key, start(shells.standing(key).title(), 100) + "*"));
    }

    /** As an instructor opens or closes a shell. */
    void open(String key, boolean open) {
        set(key, "open_by_hand", true);
        set(key, "open", open);
    }

    void close(String key, boolean closed) {
        set(key, "closed", closed);
    }

    void retitle(String key, String title) {
        set(key, "title", title);
    }

    /** A student does something in a shell that is worth keeping. */
    void work(String key) {
        set(key, "activity", true);
    }

    /** An instructor changes what is in a shell. */
    void edit(String key) {
        outlines.addByHand(key, "Added by hand");
        set(key, "content_by_hand", true);
    }

    /** An instructor enters a shell. */
    void enter(String key, String user) {
        db.sql("insert ignore into visit (shell_id, user_id) values (?, ?)")
                .params(shells.standing(key).id(), user)
                .update();
        set(key, "term", shells.standing(key).term());
    }

    /** All instructors of a term enter their shells and work on them, as far as the shells are there. */
    void everybodyPrepares(String term) {
        db.sql("insert ignore into visit (shell_id, user_id) select m.shell_id, m.user_id from member m"
                        + " join shell s on s.id = m.shell_id where s.term = ? and m.role = 'instructor'")
                .param(term)
                .update();
        db.sql("update shell set content_by_hand = true, mark = ? where term = ?")
                .params(shells.nextMark(), term)
                .update();
    }

    /** Some shells of a term are changed, each in one way. */
    List<Wire.Done> drift(String term, int count, long seed) {
        Random random = new Random(seed);
        List<String> keys =
                new ArrayList<>(db.sql("select shell_key from shell where term = ? and not closed order by id")
                        .param(term)
                        .query(String.class)
                        .list());
        Collections.shuffle(keys, random);
        List<Wire.Done> done = new ArrayList<>();
        for (String key : keys) {
            if (done.size() == count) {
                break;
            }
            String way = WAYS.get(done.size() % WAYS.size());
            if (change(key, way, random)) {
                done.add(new Wire.Done(key, way));
            }
        }
        return done;
    }

    private boolean change(String key, String way, Random random) {
        Wire.Shell shell = shells.standing(key);
        switch (way) {
            case "title" -> retitle(key, "{Draft} \\ " + start(shell.title(), 80) + " [" + random.nextInt(100) + "]");
            case "code" -> {
                String code = start(shell.code(), 50) + "-x" + random.nextInt(1_000_000);
                set(key, "code", code);
                set(key, "code_folded", Text.codeKey(code));
            }
            case "category" -> {
                List<String> own = List.of("By hand", "Corner " + random.nextInt(3));
                shelves.put(own);
                set(key, "category", String.join(Shelves.SEPARATOR, own));
            }
            case "opens" -> set(key, "opens", moved(shell.opens(), -1 - random.nextInt(20)));
            case "closes" -> set(key, "closes", moved(shell.closes(), 1 + random.nextInt(20)));
            case "open" -> open(key, !shell.open());
            case "closed" -> close(key, true);
            case "deleted" -> shells.remove(key, null);
            case "setting" -> setting(shell, random);
            case "person in" -> enroll(key, anybody(random), "student");
            default -> {
                return leave(shell);
            }
        }
        return true;
    }

    private static String start(String text, int most) {
        return Text.length(text) <= most ? text : text.substring(0, text.offsetByCodePoints(0, most));
    }

    private static String moved(String moment, int days) {
        return IsoMoment.write(IsoMoment.known(moment).plusDays(days));
    }

    private void setting(Wire.Shell shell, Random random) {
        Map<String, String> settings = new TreeMap<>(shell.settings());
        settings.put("newsItems", Integer.toString(50 + random.nextInt(50)));
        set(shell.key(), "settings", json.writeValueAsString(settings));
    }

    private String anybody(Random random) {
        int all = db.sql("select count(*) from account").query(Integer.class).single();
        return db.sql("select user_id from account order by user_id limit 1 offset ?")
                .param(random.nextInt(all))
                .query(String.class)
                .single();
    }

    /** Somebody who came through a section is taken out; nobody may be there. */
    private boolean leave(Wire.Shell shell) {
        Optional<Wire.Person> one = shells.people(shell.id()).stream()
                .filter(person -> !person.section().isEmpty())
                .findFirst();
        one.ifPresent(person -> shells.changePeople(new Wire.PeopleChange(shell.key(), List.of(), List.of(person))));
        return one.isPresent();
    }
}
