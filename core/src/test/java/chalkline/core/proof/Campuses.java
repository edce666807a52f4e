package chalkline.core.proof;

import chalkline.core.Lists;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.Move;
import chalkline.core.conventions.Rules;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.conventions.When;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;

/** Small terms and conventions with everything that goes wrong, made from a seed. */
public final class Campuses {
    private static final List<String> CODES =
            List.of("OCEA 210", "OCEA 210L", "OCEA 410", "ECON 330", "ANTH 330", "M&E-20", "Field School", "OCEA 007");
    private static final List<String> TITLES = List.of(
            "Tides",
            "Élan vital et «mesure» des océans du Nord",
            "A Title that is longer than almost any LMS will take, because its committee could not agree on less of it",
            "  ",
            "Ice");
    private static final List<String> SESSIONS = List.of("27SP", "27SP", "27SP-A", "27SP-B", "27SP-A,27SP-B", "OPEN");
    private static final List<String[]> CONDITIONS = List.of(
            new String[] {"", ""},
            new String[] {"department", "ECON"},
            new String[] {"subject", "ocea|anth"},
            new String[] {"level", "200-399"},
            new String[] {"part", "First half"},
            new String[] {"tag", "lab"},
            new String[] {"instructor", "i1"});
    private static final List<String[]> SETTINGS = List.of(
            new String[] {"shellPer", "course"},
            new String[] {"shellPer", "instructor"},
            new String[] {"shellPer", "section"},
            new String[] {"code", "{subject:slug}-{number:slug}"},
            new String[] {"code", "{term.code}-{label:slug}"},
            new String[] {"code", "{topic:slug}"},
            new String[] {"title", "{label} {title}[: {topic}]"},
            new String[] {"title", "{title:upper}[ · {instructor}]"},
            new String[] {"category", "{college} / {part} / {department}"},
            new String[] {"opens", "part.start - 3b 08:00"},
            new String[] {"opens", "week 3 Mon"},
            new String[] {"opens", "2027-05-01"},
            new String[] {"closes", "part.end"},
            new String[] {"closes", "term.start + 2w"},
            new String[] {"closes", "week 30"},
            new String[] {"layout", "units"},
            new String[] {"units", "8"},
            new String[] {"units", "weeks"},
            new String[] {"groups", "per-section"},
            new String[] {"distinguish", "campus"},
            new String[] {"newsItems", "5"});

    private final Random random;

    public Campuses(long seed) {
        this.random = new Random(seed);
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    /** A term of some dozen sections. */
    public Lists lists() {
        Lists lists = new Lists().session("OPEN", "No end", "gradingPeriod", "2027-01-11", "", "27SP", "27SP-O");
        for (int i = 0; i < CODES.size(); i++) {
            lists.course("c" + i, CODES.get(i), one(TITLES), random.nextInt(4) == 0 ? "econ" : "ocea");
        }
        int sections = 4 + random.nextInt(24);
        for (int i = 0; i < sections; i++) {
            int course = random.nextInt(CODES.size());
            lists.listed(new ListedClass(
                    "s" + i,
                    one(TITLES),
                    "c" + course,
                    CODES.get(course) + "-" + one(List.of("001", "001", "002", "003", "B", "")),
                    List.of(one(SESSIONS).split(",")),
                    Map.of(
                            ClassFact.MEETS,
                            one(List.of("", "MWF 9", "TR 13")),
                            ClassFact.REFERENCE,
                            random.nextBoolean() ? "" : "R" + i,
                            ClassFact.DELIVERY,
                            one(List.of("", "online")),
                            ClassFact.CAMPUS,
                            one(List.of("", "Main", "Quay")),
                            ClassFact.TAGS,
                            one(List.of("", "lab", "lab,own pace")))));
            for (int t = random.nextInt(3); t > 0; t--) {
                int teacher = random.nextInt(3);
                lists.teaches("s" + i, "i" + teacher, "Family " + teacher, random.nextBoolean());
            }
            for (int s = random.nextInt(5); s > 0; s--) {
                lists.studies("s" + i, "u" + random.nextInt(9));
            }
        }
        return lists;
    }

    /** Conventions for it, with cross-lists and overrides of sections that may or may not be there. */
    public Conventions conventions() {
        Rules rules = new Rules();
        for (int i = 1 + random.nextInt(4); i > 0; i--) {
            String[] when = one(CONDITIONS);
            Set<Setting> fix = random.nextInt(5) == 0 ? EnumSet.of(Setting.OPENS, Setting.LAYOUT) : Set.of();
            rules.layer(fix, when[0], when[1], settings(1 + random.nextInt(4)));
        }
        for (int i = random.nextInt(4); i > 0; i--) {
            rules.override("s" + random.nextInt(28), settings(1 + random.nextInt(2)));
        }
        List<CrossList> sets = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            List<String> joined = new ArrayList<>();
            for (int j = 1 + random.nextInt(3); j > 0; j--) {
                joined.add("s" + random.nextInt(28));
            }
            Optional<String> lead = random.nextBoolean() ? Optional.of("s" + random.nextInt(28)) : Optional.empty();
            sets.add(new CrossList("x" + i, lead, joined, random.nextBoolean()));
        }
        return rules.crossLists(sets).done();
    }

    /** What people made of shells of sections that may or may not be there. */
    public List<Kept> kept() {
        List<Kept> kept = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            kept.add(new Kept(
                    "s" + random.nextInt(28),
                    Set.of(one(List.of("closed", "deleted", "standing", "title"))),
                    random.nextBoolean() ? List.of("u" + random.nextInt(9), "i0") : List.of(),
                    random.nextBoolean() ? List.of("guest") : List.of(),
                    "so it is"));
        }
        return kept;
    }

    /** Courses, subjects and departments put under departments of the list, and under one that is yet to come. */
    public List<Move> moves() {
        List<Move> moves = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            When when = Rules.when(
                    one(List.of("course", "subject", "department")), one(List.of("OCEA 210", "OCEA", "ECON", "ANTH")));
            moves.add(
                    random.nextBoolean()
                            ? new Move(when, one(List.of("ECON", "OCEA")), Optional.empty())
                            : new Move(when, "NEW", Optional.of("27SP"), Optional.of("New Studies"), Optional.empty()));
        }
        return moves;
    }

    private String[] settings(int count) {
        List<String[]> shuffled = new ArrayList<>(SETTINGS);
        Collections.shuffle(shuffled, random);
        return shuffled.subList(0, count).stream()
                .flatMap(java.util.Arrays::stream)
                .toArray(String[]::new);
    }

    /** The conventions with one layer edited, moved, put in or taken out, or something that is no layer changed. */
    Conventions edited(Conventions now) {
        List<chalkline.core.conventions.Layer> layers = new ArrayList<>(now.layers());
        int at = random.nextInt(layers.size());
        Conventions other = conventions();
        switch (random.nextInt(8)) {
            case 0 -> layers.add(at, other.layers().get(0));
            case 1 -> layers.remove(at);
            case 2 -> Collections.shuffle(layers, random);
            case 3 -> {
                return new Conventions(
                        now.zone(),
                        now.weekStart(),
                        new Conventions.Limits(20, 30),
                        now.breaks(),
                        now.crossListing(),
                        now.guards(),
                        now.moves(),
                        layers,
                        other.overrides(),
                        other.crossLists());
            }
            case 5 -> {
                return now.withOverrides(other.overrides());
            }
            case 6 -> {
                return now.withKept(kept());
            }
            case 7 -> {
                return now.withMoves(moves());
            }
            case 4 -> {
                var layer = layers.get(at);
                layers.set(
                        at,
                        new chalkline.core.conventions.Layer(
                                layer.name(), layer.when(), layer.set(), layer.fix(), !layer.off()));
            }
            default -> {
                var layer = layers.get(at);
                var set = other.layers().get(0).set();
                for (var entry : set.entrySet()) {
                    layer = layer.with(entry.getKey(), entry.getValue());
                }
                layers.set(at, layer);
            }
        }
        return layers.isEmpty() ? now : now.withLayers(layers);
    }

    /** Some shells as the LMS may hold them: of this proof, of nobody, closed, with taken codes. */
    List<HeldShell> held(List<ProofRow> rows) {
        List<HeldShell> held = new ArrayList<>();
        for (ProofRow row : rows) {
            if (random.nextInt(3) == 0) {
                held.add(heldAs(row, random.nextInt(4) == 0 ? "lms:" + row.key() : row.key(), random.nextInt(6) == 0));
            }
        }
        return held;
    }

    /** The shell of a row as an LMS holds it after the build. */
    public static HeldShell heldAs(ProofRow row, String key, boolean closed) {
        Map<Setting, String> values = new EnumMap<>(Setting.class);
        values.putAll(row.values());
        return new HeldShell(
                key,
                "27SP",
                row.code(),
                values,
                Optional.of(row.lead()),
                Optional.of(row.sections()),
                Optional.of(row.sectionWindows()),
                Optional.of(rosters(row)),
                false,
                false,
                closed);
    }

    private static Map<String, String> rosters(ProofRow row) {
        Map<String, String> rosters = new HashMap<>();
        for (Section section : row.shell().map(shell -> shell.sections()).orElse(List.of())) {
            List<Rosters.In> people = new ArrayList<>();
            section.students().forEach(person -> people.add(new Rosters.In("student", person.id())));
            section.instructors().forEach(person -> people.add(new Rosters.In("instructor", person.id())));
            rosters.put(section.id(), Rosters.digest(people));
        }
        return rosters;
    }

    /** All of a row that can be seen from outside. */
    static String told(ProofRow row) {
        return String.join(
                "|",
                row.key(),
                row.action().key(),
                row.values().toString(),
                row.lead(),
                row.sections().toString(),
                row.instructors().toString(),
                Integer.toString(row.students()),
                row.snags().toString(),
                row.sectionWindows().toString(),
                row.staysClosed() + " " + new TreeSet<>(row.guests()),
                row.changed().stream().map(ShellField::key).toList().toString(),
                row.shell().map(shell -> shell.settings().sources().toString()).orElse(""));
    }

    static List<String> ids(List<Section> sections) {
        return sections.stream().map(Section::id).sorted().toList();
    }
}
