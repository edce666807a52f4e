package chalkline.standins.lms;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.naming.Text;
import chalkline.standins.CampusInUse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Fills an empty LMS: an account for everyone, and the shells of the two terms before. */
@Component
class LmsSeed implements ApplicationRunner {
    private static final int BATCH = 1000;

    private final JdbcClient db;
    private final JdbcTemplate batches;
    private final JsonMapper json;
    private final CampusInUse campus;
    private final Shelves shelves;

    LmsSeed(JdbcClient db, JdbcTemplate batches, JsonMapper json, CampusInUse campus, Shelves shelves) {
        this.db = db;
        this.batches = batches;
        this.json = json;
        this.campus = campus;
        this.shelves = shelves;
    }

    @Override
    @Transactional
    public void run(ApplicationArguments args) {
        if (db.sql("select count(*) from account").query(Integer.class).single() > 0) {
            return;
        }
        accounts(campus.list());
        shelves.hide(List.of("Templates"));
        for (RegistrarList list : campus.earlier()) {
            shellsOf(list);
        }
    }

    private void accounts(RegistrarList list) {
        List<Object[]> rows = new ArrayList<>();
        for (Person person : list.people().values()) {
            rows.add(new Object[] {person.id(), person.fullName()});
        }
        insert("insert into account (user_id, name) values (?, ?)", rows);
    }

    private void shellsOf(RegistrarList list) {
        AcademicSession term = list.term(termOf(list)).orElseThrow();
        Set<String> codes = new HashSet<>();
        Map<String, String> categories = new LinkedHashMap<>();
        Map<String, String> contents = new HashMap<>();
        List<Object[]> rows = new ArrayList<>();
        for (Section section : Sections.ofTerm(list, term)) {
            String category = categories.computeIfAbsent(section.department().id(), id -> put(section, term));
            String code = unused(codeOf(section, term), codes);
            String title = "%s %s-%s %s"
                    .formatted(
                            section.code().subject(),
                            section.code().number(),
                            section.label(),
                            section.course().title());
            rows.add(new Object[] {
                "s:" + section.id(),
                term.code(),
                code,
                Text.codeKey(code),
                Text.collapse(title),
                category,
                term.start() + "T00:00:00+00:00",
                term.end().orElseThrow() + "T23:59:00+00:00",
                section.id(),
                json.writeValueAsString(List.of(section.id())),
                !section.students().isEmpty(),
                contents.computeIfAbsent(
                        section.days() + section.course().title(),
                        same -> json.writeValueAsString(Outlines.known(EarlierContent.of(section))))
            });
        }
        insert(
                "insert into shell (shell_key, term, code, code_folded, title, category, opens, closes, open, lead,"
                        + " sections, activity, settings, outline, content_by_hand, mark)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, true, ?, ?, ?, '{\"gradeScale\":\"letters\"}', ?, true, 0)",
                rows);
        db.sql("update mark set last = last + 1").update();
        db.sql("update shell set mark = (select last from mark) where mark = 0").update();
        people(list);
    }

    private static String termOf(RegistrarList list) {
        String session = list.classes().values().iterator().next().sessionIds().get(0);
        return list.termOf(list.sessions().get(session)).code();
    }

    private String put(Section section, AcademicSession term) {
        Org college = section.college();
        List<String> path = List.of(college.name(), section.department().name(), term.title());
        shelves.put(path);
        return String.join(Shelves.SEPARATOR, path);
    }

    private static String codeOf(Section section, AcademicSession term) {
        return "%s-%s-%s-%s"
                .formatted(term.code(), section.code().subject(), section.code().number(), section.label())
                .toLowerCase(Locale.ROOT)
                .replace(' ', '-');
    }

    private static String unused(String code, Set<String> codes) {
        String free = code;
        for (int n = 2; !codes.add(free); n++) {
            free = code + "-" + n;
        }
        return free;
    }

    private void people(RegistrarList list) {
        Map<String, Long> ids = new HashMap<>();
        db.sql("select id, lead from shell where lead is not null").query(row -> {
            ids.put(row.getString("lead"), row.getLong("id"));
        });
        List<Object[]> rows = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Enrollment enrollment : list.enrollments()) {
            String role = enrollment.role().equals("teacher") ? "instructor" : "student";
            if (seen.add(enrollment.classId() + " " + enrollment.userId() + " " + role)) {
                rows.add(new Object[] {ids.get(enrollment.classId()), enrollment.userId(), role, enrollment.classId()});
            }
        }
        insert("insert into member (shell_id, user_id, role, section) values (?, ?, ?, ?)", rows);
    }

    private void insert(String sql, List<Object[]> rows) {
        for (int from = 0; from < rows.size(); from += BATCH) {
            batches.batchUpdate(sql, rows.subList(from, Math.min(rows.size(), from + BATCH)));
        }
    }
}
