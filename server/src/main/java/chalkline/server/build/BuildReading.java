package chalkline.server.build;

import chalkline.core.naming.Text;
import chalkline.server.frame.NotFound;
import chalkline.server.lms.CallsAtOnce;
import chalkline.server.people.PeopleService;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Reads how builds stand: from counters, so that it costs the same however large a build is. */
@Component
class BuildReading {
    private static final int FAILURES_SHOWN = 500;
    private static final int CAUSES_SHOWN = 50;
    private static final Set<String> NO_PERSON = Set.of(Build.AFTER_TRIAL, Build.TO_LOOK);

    private final JsonMapper json;
    private final Builds builds;
    private final BuildSteps steps;
    private final Departments departments;
    private final CallsAtOnce atOnce;
    private final PeopleService people;

    BuildReading(
            Builds builds,
            BuildSteps steps,
            Departments departments,
            CallsAtOnce atOnce,
            PeopleService people,
            JsonMapper json) {
        this.json = json;
        this.builds = builds;
        this.steps = steps;
        this.departments = departments;
        this.atOnce = atOnce;
        this.people = people;
    }

    /** Of what puts shells away, which of the ways. */
    private String kind(Build build) {
        return build.kind() == Build.Kind.PUT_AWAY
                ? Objects.requireNonNull(
                                json.readValue(build.wanted(), Wanted.class).away())
                        .name()
                : build.kind().name();
    }

    static NotFound missing(long id) {
        return new NotFound("There is no build " + id + ".");
    }

    /** @param before how it stood a while ago, of which what cannot have changed is taken over; null where nobody knows */
    @Transactional(readOnly = true)
    BuildViews.Build view(long id, BuildViews.@Nullable Build before) {
        Build build = builds.findById(id).orElseThrow(() -> missing(id));
        List<BuildViews.Department> counts = departments.of(id);
        int done = counts.stream().mapToInt(BuildViews.Department::done).sum();
        int failed = counts.stream().mapToInt(BuildViews.Department::failed).sum();
        boolean same = before != null
                && before.failed() == failed
                && before.state().equals(build.state().name());
        CallsAtOnce.Load load = atOnce.load();
        return new BuildViews.Build(
                id,
                build.term(),
                kind(build),
                build.state().name(),
                counts.stream().mapToInt(BuildViews.Department::shells).sum(),
                build.planned(),
                done,
                failed,
                build.trial(),
                build.startedAt(),
                people.nameOf(build.startedBy()),
                build.startsAt().orElse(null),
                build.endedAt().orElse(null),
                build.pausedBy()
                        .map(by -> NO_PERSON.contains(by) ? by : people.nameOf(by))
                        .orElse(null),
                build.reason(),
                others(build),
                new BuildViews.Load(load.now(), load.most(), load.inFlight()),
                counts,
                same ? before.causes() : causes(id),
                same ? before.failures() : steps(id, StepState.FAILED),
                same ? before.kept() : steps(id, StepState.KEPT));
    }

    private BuildViews.Others others(Build build) {
        return new BuildViews.Others(
                build.undoes().orElse(0L),
                build.follows().orElse(0L),
                build.kind() == Build.Kind.TAKE_BACK
                        ? 0
                        : builds.undoing(build.id()).map(Build::id).orElse(0L),
                builds.findFirstByFollowsOrderByIdDesc(build.id())
                        .map(Build::id)
                        .orElse(0L));
    }

    private List<BuildViews.Cause> causes(long id) {
        return steps.causes(id, StepState.FAILED, Limit.of(CAUSES_SHOWN)).stream()
                .map(one -> new BuildViews.Cause(one.getRefused(), one.getReason(), one.getShells(), one.getSteps()))
                .toList();
    }

    private List<BuildViews.Step> steps(long id, StepState state) {
        return steps.findByBuildIdAndStateOrderByOrdinal(id, state, Limit.of(FAILURES_SHOWN)).stream()
                .map(BuildReading::step)
                .sorted((a, b) -> Text.BY_CODE_POINT.compare(a.refused(), b.refused()))
                .toList();
    }

    static BuildViews.Step step(BuildStep step) {
        return new BuildViews.Step(
                step.shellKey(),
                step.shellCode(),
                step.department(),
                step.verb().name(),
                step.message(),
                step.state().name(),
                step.attempts(),
                step.refused(),
                step.reason(),
                step.settledAt().orElse(null));
    }

    /** The latest builds of a term, newest first. */
    @Transactional(readOnly = true)
    List<BuildViews.Listed> latest(String term) {
        List<Build> latest = builds.findTop10ByTermOrderByIdDesc(term);
        Map<Long, BuildViews.Department> sums =
                departments.sums(latest.stream().map(Build::id).toList());
        BuildViews.Department none = new BuildViews.Department("", 0, 0, 0);
        Map<String, String> names = people.names();
        return latest.stream()
                .map(build -> {
                    BuildViews.Department sum = sums.getOrDefault(build.id(), none);
                    return new BuildViews.Listed(
                            build.id(),
                            kind(build),
                            build.state().name(),
                            sum.shells(),
                            sum.failed(),
                            build.startedAt(),
                            names.getOrDefault(build.startedBy(), build.startedBy()),
                            build.endedAt().orElse(null));
                })
                .toList();
    }

    /** How many shells of the last build of a term are done; empty before the first. */
    @Transactional(readOnly = true)
    Optional<BuildViews.Counts> lastCounts(String term) {
        return builds.last(term).map(build -> {
            BuildViews.Department sum = departments
                    .sums(List.of(build.id()))
                    .getOrDefault(build.id(), new BuildViews.Department("", 0, 0, 0));
            return new BuildViews.Counts(
                    build.id(), build.state().name(), sum.shells(), sum.done(), sum.failed(), build.reason());
        });
    }
}
