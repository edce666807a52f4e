package chalkline.server.ledger;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Notes which shells and departments an entry names, so that it is found by them. */
@Component
class LedgerAbout {
    private static final int MOST = 500;
    private static final int LONGEST = 255;
    private static final Map<String, String> KINDS =
            Map.of("shell", "shell", "shells", "shell", "department", "department", "departments", "department");

    private final JdbcTemplate db;

    LedgerAbout(JdbcTemplate db) {
        this.db = db;
    }

    private record About(String kind, String name) {}

    void note(long entry, Map<String, ?> detail) {
        Set<About> about = new LinkedHashSet<>();
        detail.forEach((key, value) -> {
            String kind = KINDS.get(key);
            if (kind != null) {
                Collection<?> names = value instanceof Collection<?> many ? many : List.of(value);
                names.stream()
                        .map(Object::toString)
                        .filter(name -> !name.isEmpty() && name.length() <= LONGEST)
                        .limit(MOST)
                        .forEach(name -> about.add(new About(kind, name)));
            }
        });
        db.batchUpdate(
                "insert into ledger_about (ledger_id, kind, name) values (?, ?, ?)",
                about.stream()
                        .map(one -> new Object[] {entry, one.kind(), one.name()})
                        .toList());
    }
}
