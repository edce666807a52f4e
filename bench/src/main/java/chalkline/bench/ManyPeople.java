package chalkline.bench;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;

/**
 * Two hundred people at once, of whom most teach and some plan, while a term is built: each signs in and goes on every few
 * seconds, as people do who read what they see. Held against the same clicks of one person after the other on an idle machine.
 */
final class ManyPeople {
    private static final int SECTIONS = 2_800;
    private static final int PEOPLE = 200;
    private static final int LOOKS = 6;
    private static final int READS_MILLIS = 5_000;
    private static final int SIGN_INS_MILLIS = 30_000;
    private static final int ALONE = 25;
    /** Measured so often, each time with both, since these machines are noisy; the one in the middle counts. */
    private static final int ROUNDS = 3;
    /** A campus's server has run for days before so many come: so often they came before. */
    private static final int WARM = 2;

    private record Answer(String what, double millis) {}

    private ManyPeople() {}

    static List<Row> measure() throws Exception {
        try (RunningSystem system = RunningSystem.inProcesses(
                Map.of(),
                SECTIONS,
                "--standins.earlier-terms=false",
                "--standins.copy-millis=1000",
                "--standins.calls-per-second=2")) {
            Client abara = system.signedIn("abara");
            abara.fetchList();
            List<String> teachers = new ArrayList<>();
            abara.until("/api/people", people -> people.toString().contains("INSTRUCTOR"))
                    .forEach(person -> {
                        if (person.get("fromList").asBoolean()) {
                            teachers.add(person.get("login").asString());
                        }
                    });
            List<String> shells = new ArrayList<>();
            abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                    .json()
                    .get("rows")
                    .forEach(row -> shells.add(row.get("key").asString()));
            int each = shells.size() / (ROUNDS + 1);
            abara.startBuild("27SP", shells.subList(0, each).toArray(String[]::new));
            for (int i = 0; i < WARM; i++) {
                together(system, teachers, new ArrayList<>());
            }
            List<Round> rounds = new ArrayList<>();
            for (int i = 1; i <= ROUNDS; i++) {
                rounds.add(round(system, abara, teachers, shells.subList(each * i, each * (i + 1))));
            }
            rounds.sort(Comparator.comparingDouble(Round::times));
            Round median = rounds.get(ROUNDS / 2);
            return List.of(new Row(
                    PEOPLE + " people while a term is built, 95th percentile of " + median.together.size() + " answers",
                    percentile(median.together),
                    "the same, one after the other, nothing built",
                    percentile(median.idle),
                    3));
        }
    }

    /** One measuring, with the machine as it was then. */
    private record Round(List<Answer> together, List<Answer> idle) {
        double times() {
            return percentile(together) / percentile(idle);
        }
    }

    private static Round round(RunningSystem system, Client abara, List<String> teachers, List<String> shells)
            throws Exception {
        List<Answer> idle = new ArrayList<>();
        for (int i = 0; i < ALONE; i++) {
            person(system, login(teachers, i), idle, 0, 0);
        }
        long build = abara.startBuild("27SP", shells.toArray(String[]::new))
                .json()
                .get("id")
                .asLong();
        List<Answer> together = new ArrayList<>();
        together(system, teachers, together);
        JsonNode now = abara.get("/api/builds/" + build).json();
        System.out.printf(
                "%s of %s shells stand when the last of them is done, %s failed%n",
                now.get("done"), now.get("shells"), now.get("failed"));
        Round round = new Round(together, idle);
        split(together, idle);
        System.out.printf("%.2f times%n", round.times());
        if (!abara.ended(build).get("state").asString().equals("DONE")) {
            throw new IllegalStateException("the build failed");
        }
        return round;
    }

    private static void together(RunningSystem system, List<String> teachers, List<Answer> answers) throws Exception {
        List<Answer> safe = Collections.synchronizedList(answers);
        ExecutorService all = Executors.newFixedThreadPool(PEOPLE);
        List<Future<?>> people = new ArrayList<>();
        for (int i = 0; i < PEOPLE; i++) {
            String login = login(teachers, i);
            int comes = SIGN_INS_MILLIS * i / PEOPLE;
            people.add(all.submit(() -> {
                person(system, login, safe, comes, READS_MILLIS);
                return null;
            }));
        }
        for (Future<?> one : people) {
            one.get();
        }
        all.shutdown();
    }

    /** Every tenth plans a department. */
    private static String login(List<String> teachers, int i) {
        return i % 10 == 9 ? (i % 20 == 9 ? "sorley" : "medway") : teachers.get(i % teachers.size());
    }

    private static void person(RunningSystem system, String login, List<Answer> millis, int comes, int reads)
            throws InterruptedException {
        Random random = new Random(login.hashCode() + comes);
        Thread.sleep(comes);
        Client client = timed("sign-in", millis, () -> system.signedIn(login));
        boolean plans = login.equals("sorley") || login.equals("medway");
        for (int round = 0; round < LOOKS; round++) {
            if (reads > 0) {
                Thread.sleep(reads / 2 + random.nextInt(reads));
            }
            if (plans) {
                String versions = asked(client, millis, "/api/terms/27SP/proof")
                        .get("versions")
                        .asString();
                asked(client, millis, "/api/terms/27SP/proof/rows?versions=" + versions);
            } else {
                asked(client, millis, "/api/teaching");
            }
            asked(client, millis, "/api/requests");
        }
    }

    private static JsonNode asked(Client client, List<Answer> millis, String path) {
        Client.Answer answer = timed(path.replaceAll("versions=.*", ""), millis, () -> client.get(path));
        if (answer.status() != 200) {
            throw new IllegalStateException(path + " was answered " + answer.status() + ": " + answer.text());
        }
        return answer.json();
    }

    private static <T> T timed(String what, List<Answer> answers, Supplier<T> work) {
        long start = System.nanoTime();
        T done = work.get();
        answers.add(new Answer(what, (System.nanoTime() - start) / 1e6));
        return done;
    }

    /** Which of the calls takes how long, for whoever wants to make it less. */
    private static void split(List<Answer> together, List<Answer> idle) {
        together.stream().map(Answer::what).distinct().sorted().forEach(what -> {
            List<Answer> those =
                    together.stream().filter(one -> one.what().equals(what)).toList();
            System.out.printf(
                    "%-40s %5d answers  %6.0f ms, idle %6.0f ms%n",
                    what,
                    those.size(),
                    percentile(those),
                    percentile(
                            idle.stream().filter(one -> one.what().equals(what)).toList()));
        });
    }

    private static double percentile(List<Answer> answers) {
        double[] sorted = answers.stream().mapToDouble(Answer::millis).sorted().toArray();
        return sorted[(int) Math.ceil(sorted.length * 0.95) - 1];
    }
}
