package chalkline.bench;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
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
    private static final int SECTIONS = 1_200;
    private static final int PEOPLE = 200;
    private static final int ROUNDS = 6;
    private static final int READS_MILLIS = 5_000;
    private static final int SIGN_INS_MILLIS = 30_000;
    private static final int ALONE = 25;

    private ManyPeople() {}

    static List<Row> measure() throws Exception {
        try (RunningSystem system = RunningSystem.inProcesses(
                SECTIONS, "--standins.earlier-terms=false", "--standins.copy-millis=200")) {
            Client abara = system.signedIn("abara");
            abara.fetchList();
            List<String> teachers = new ArrayList<>();
            abara.until("/api/people", people -> people.toString().contains("INSTRUCTOR"))
                    .forEach(person -> {
                        if (person.get("fromList").asBoolean()) {
                            teachers.add(person.get("login").asString());
                        }
                    });
            List<Double> idle = Collections.synchronizedList(new ArrayList<>());
            for (int i = 0; i < ALONE; i++) {
                person(system, login(teachers, i), idle, 0, 0);
            }
            abara.startBuild("27SP");
            List<Double> together = Collections.synchronizedList(new ArrayList<>());
            ExecutorService all = Executors.newFixedThreadPool(PEOPLE);
            List<Future<?>> people = new ArrayList<>();
            for (int i = 0; i < PEOPLE; i++) {
                String login = login(teachers, i);
                int comes = SIGN_INS_MILLIS * i / PEOPLE;
                people.add(all.submit(() -> {
                    person(system, login, together, comes, READS_MILLIS);
                    return null;
                }));
            }
            for (Future<?> one : people) {
                one.get();
            }
            all.shutdown();
            return List.of(new Row(
                    PEOPLE + " people while a term is built, 95th percentile of " + together.size() + " answers",
                    percentile(together),
                    "the same, one after the other, nothing built",
                    percentile(idle),
                    3));
        }
    }

    /** Every tenth plans a department. */
    private static String login(List<String> teachers, int i) {
        return i % 10 == 9 ? (i % 20 == 9 ? "sorley" : "medway") : teachers.get(i % teachers.size());
    }

    private static void person(RunningSystem system, String login, List<Double> millis, int comes, int reads)
            throws InterruptedException {
        Random random = new Random(login.hashCode() + comes);
        Thread.sleep(comes);
        Client client = timed(millis, () -> system.signedIn(login));
        boolean plans = login.equals("sorley") || login.equals("medway");
        for (int round = 0; round < ROUNDS; round++) {
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

    private static JsonNode asked(Client client, List<Double> millis, String path) {
        Client.Answer answer = timed(millis, () -> client.get(path));
        if (answer.status() != 200) {
            throw new IllegalStateException(path + " was answered " + answer.status() + ": " + answer.text());
        }
        return answer.json();
    }

    private static <T> T timed(List<Double> millis, Supplier<T> work) {
        long start = System.nanoTime();
        T done = work.get();
        millis.add((System.nanoTime() - start) / 1e6);
        return done;
    }

    private static double percentile(List<Double> millis) {
        List<Double> sorted = new ArrayList<>(millis);
        Collections.sort(sorted);
        return sorted.get((int) Math.ceil(sorted.size() * 0.95) - 1);
    }
}
