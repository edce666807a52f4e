package chalkline.cli.conform;

import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** All checks of an adapter of the LMS port, one after the other, each with shells of its own. */
public final class Suite {
    private Suite() {}

    /**
     * What came of all checks; of the first alone where nothing like the port is there.
     *
     * @param left keys and categories that the LMS did not let go of afterwards
     */
    public record Report(List<Result> results, List<String> left) {
        public boolean isKept() {
            return results.size() > 1 && results.stream().noneMatch(one -> one.outcome() == Result.Outcome.BROKEN);
        }
    }

    /** The names of all checks, in the order in which they are made. */
    public static List<String> names() {
        return checks().map(Check::name).toList();
    }

    private static Stream<Check> checks() {
        return Stream.of(ShellChecks.all(), ChangeChecks.all(), PeopleChecks.all(), ContentChecks.all())
                .flatMap(List::stream);
    }

    /**
     * Calls the adapter; what is made there is taken out again, but for one template.
     *
     * @param address what the paths of the port come after
     * @param authorization a header's value; empty where everybody is let in
     * @param people three whom the LMS knows, by the ids that the registrar's list has for them; may be fewer
     * @param told each result as soon as it is there
     */
    public static Report run(URI address, Optional<String> authorization, List<String> people, Consumer<Result> told) {
        Port port = new Port(address, authorization);
        Scene scene = new Scene(port, "check-" + UUID.randomUUID().toString().substring(0, 8), people);
        List<Result> results = new ArrayList<>();
        Check first = new Check("answers", "It answers, and makes a category.", Scene::begin);
        Stream.concat(Stream.of(first), checks())
                .takeWhile(check -> results.isEmpty() || results.get(0).outcome() == Result.Outcome.KEPT)
                .forEach(check -> {
                    Result result = result(check, scene);
                    results.add(result);
                    told.accept(result);
                });
        return new Report(results, results.size() == 1 ? List.of() : scene.clear());
    }

    private static Result result(Check check, Scene scene) {
        Result.Outcome outcome = Result.Outcome.KEPT;
        String says = "";
        try {
            check.work().accept(scene);
        } catch (Broken e) {
            outcome = Result.Outcome.BROKEN;
            says = String.valueOf(e.getMessage());
        } catch (Lacking e) {
            outcome = Result.Outcome.NOT_OFFERED;
            says = String.valueOf(e.getMessage());
        }
        return new Result(
                check.name(), outcome, check.keeps(), says, scene.port().lastCall());
    }
}
