package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.lms.Lms;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** What earlier builds began and did not end, without a database. */
class LeftoversTest {
    private static final Instant NOW = Instant.parse("2026-12-07T12:00:00Z");
    private static final JsonMapper JSON = new JsonMapper();

    private static PlannedStep copy(String shell, String template) {
        return new PlannedStep(
                shell, shell, "Sea", Verb.COPY, "outline", new Lms.Copy(shell, template, null, "outline"));
    }

    private static BuildStep kept(PlannedStep planned, String key, Consumer<BuildStep> whatCame) {
        String payload = planned.payload() == null ? null : JSON.writeValueAsString(planned.payload());
        BuildStep step = new BuildStep(1, 1, 1, planned, payload, key, NOW);
        whatCame.accept(step);
        return step;
    }

    private static void done(BuildStep step) {
        step.settle(new Lms.Answer(true, null, null, null, 5L, null), NOW);
    }

    private static void unread(BuildStep step) {
        step.fail(LotWork.UNREAD, "no answer", NOW);
    }

    private static Map<String, PlannedStep> planned(PlannedStep... copies) {
        Map<String, PlannedStep> planned = new TreeMap<>();
        for (PlannedStep copy : copies) {
            planned.put(copy.shellKey(), copy);
        }
        return planned;
    }

    @Test
    void whatIsFilledIsNotLeftOver() {
        Leftovers none = Leftovers.of(List.of(kept(copy("s:a", "t"), "k", LeftoversTest::done)), JSON);
        assertThat(none.of("s:a")).isFalse();
        assertThat(Leftovers.none(JSON).of("s:a")).isFalse();
    }

    @Test
    void whatWasDoneOfAShellIsNotDoneAgain() {
        PlannedStep weeks = new PlannedStep("s:a", "a", "Sea", Verb.OUTLINE, "weeks", new Work.Content("t", null));
        Leftovers left = Leftovers.of(
                List.of(
                        kept(copy("s:a", "t"), "k", LeftoversTest::done),
                        kept(weeks, "k2", step -> step.fail("item-refused", "no", NOW))),
                JSON);
        assertThat(left.of("s:a")).isTrue();
        assertThat(left.isDone("s:a", Verb.COPY)).isTrue();
        assertThat(left.isDone("s:a", Verb.OUTLINE)).isFalse();
    }

    /** The LMS may have carried the call out: it is asked once more as it was asked, and nothing else with it. */
    @Test
    void aCallThatWasNeverAnsweredForGoesOutAsItWas() {
        Leftovers left = Leftovers.of(
                List.of(
                        kept(copy("s:a", "t"), "first", LeftoversTest::unread),
                        kept(copy("s:b", "t"), "first", LeftoversTest::unread),
                        kept(copy("s:c", "t"), "second", step -> step.fail("code-taken", "no", NOW))),
                JSON);
        Map<String, PlannedStep> copies =
                planned(copy("s:a", "t"), copy("s:b", "t"), copy("s:c", "t"), copy("s:d", "t"));
        assertThat(left.sentTogether(copies)).containsExactly(Set.of("s:a", "s:b"));
        assertThat(copies.values()).extracting(PlannedStep::callKey).containsExactly("first", "first", null, null);
    }

    @Test
    void aCallThatWouldBeAnotherOneTodayGetsAKeyOfItsOwn() {
        Leftovers left = Leftovers.of(
                List.of(
                        kept(copy("s:a", "t"), "first", LeftoversTest::unread),
                        kept(copy("s:b", "t"), "first", LeftoversTest::unread)),
                JSON);
        assertThat(left.sentTogether(planned(copy("s:a", "t"), copy("s:b", "another"))))
                .as("from another template")
                .isEmpty();
        assertThat(left.sentTogether(planned(copy("s:a", "t"))))
                .as("without one of them")
                .isEmpty();
    }

    @Test
    void aCopyThatTheLmsIsAtIsAskedAboutAndNotBegunAgain() {
        Leftovers left = Leftovers.of(
                List.of(kept(
                        copy("s:a", "t"),
                        "k",
                        step -> step.settle(new Lms.Answer(true, null, null, 77L, null, null), NOW))),
                JSON);
        PlannedStep again = left.asBegun(copy("s:a", "t"));
        assertThat(again.state()).isEqualTo(StepState.UNDER_WAY);
        assertThat(again.job()).isEqualTo(77L);
        assertThat(new BuildStep(2, 1, 1, again, null, "k", NOW).hasLasted(Duration.ofMillis(-1), NOW))
                .as("its time runs, so that it does not go on for ever")
                .isTrue();
        PlannedStep lost = Leftovers.of(
                        List.of(kept(copy("s:a", "t"), "k", step -> {
                            step.settle(new Lms.Answer(true, null, null, 77L, null, null), NOW);
                            step.lost("copy-lost", "forgotten", NOW);
                        })),
                        JSON)
                .asBegun(copy("s:a", "t"));
        assertThat(lost.state()).as("one that came to nothing is made anew").isEqualTo(StepState.WAITS);
    }

    /** The later of two builds says how a shell stands. */
    @Test
    void whatALaterBuildDidCounts() {
        Leftovers left = Leftovers.of(
                List.of(
                        kept(copy("s:a", "t"), "first", LeftoversTest::unread),
                        kept(copy("s:a", "t"), "second", LeftoversTest::done)),
                JSON);
        assertThat(left.of("s:a")).isFalse();
    }
}
