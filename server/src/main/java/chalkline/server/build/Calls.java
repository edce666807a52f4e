package chalkline.server.build;

import chalkline.core.naming.Digest;
import chalkline.server.frame.NotFound;
import chalkline.server.lms.InBuilds;
import chalkline.server.lms.Lms;
import chalkline.server.outlines.StartService;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Sends steps that go together in one call, and gives what the LMS answered for each. */
@Component
class Calls {
    private static final int DIGEST_DIGITS = 24;

    private final Lms lms;
    private final StartService starts;
    private final Workbench workbench;
    private final BuildSteps steps;
    private final JsonMapper json;

    Calls(@InBuilds Lms lms, StartService starts, Workbench workbench, BuildSteps steps, JsonMapper json) {
        this.lms = lms;
        this.starts = starts;
        this.workbench = workbench;
        this.steps = steps;
        this.json = json;
    }

    Lms.Copies copies(List<Long> jobs) {
        return lms.copies(jobs);
    }

    /**
     * @param group steps of one verb that are sent under one key
     * @param intended told of steps that say how they are to be undone, before they are sent
     */
    List<Lms.Answer> send(Build build, Phase phase, List<BuildStep> group, Consumer<List<BuildStep>> intended) {
        String key = group.get(0).callKey();
        return switch (group.get(0).verb()) {
            case CATEGORY -> lms.putCategories(key, each(group, step -> read(step, Lms.CategoryPut.class)));
            case TEMPLATE ->
                lms.putTemplates(key, each(group, step -> workbench.of(build).template(read(step, String.class))));
            case RENAME -> lms.rename(key, each(group, step -> read(step, Lms.Rename.class)));
            case SHELL -> shells(build, phase, key, group);
            case OPEN ->
                lms.putShells(key, each(group, step -> workbench.of(build).shell(step.shellKey(), false, true)));
            case COPY -> lms.copyTemplates(key, each(group, step -> read(step, Lms.Copy.class)));
            case OUTLINE -> outlines(build, key, group);
            case PEOPLE -> people(build, phase, key, group, intended);
            case CLOSE -> lms.close(key, each(group, step -> new Lms.Closing(step.shellKey(), true)));
            case REOPEN -> lms.close(key, each(group, step -> new Lms.Closing(step.shellKey(), false)));
            case ARCHIVE -> lms.archive(key, each(group, step -> new Lms.Archiving(step.shellKey(), true)));
            case UNARCHIVE -> lms.archive(key, each(group, step -> new Lms.Archiving(step.shellKey(), false)));
            case REMOVE -> lms.remove(key, each(group, step -> read(step, Lms.Removal.class)));
            case REMOVE_CATEGORY -> lms.removeCategories(key, each(group, step -> read(step, Lms.CategoryPut.class)));
        };
    }

    private static <T> List<T> each(List<BuildStep> group, Function<BuildStep, T> what) {
        return group.stream().map(what).toList();
    }

    private <T> T read(BuildStep step, Class<T> type) {
        return json.readValue(step.payload().orElseThrow(), type);
    }

    private List<Lms.Answer> shells(Build build, Phase phase, String key, List<BuildStep> group) {
        if (build.kind() == Build.Kind.TAKE_BACK) {
            return putBack(build, key, group);
        }
        Work work = workbench.of(build);
        return lms.putShells(
                key,
                each(
                        group,
                        step -> work.shell(
                                step.shellKey(),
                                phase == Phase.LEAVE,
                                step.payload().isEmpty())));
    }

    /** What was touched since it was planned is refused; what this build changed itself is not touched. */
    private List<Lms.Answer> putBack(Build build, String key, List<BuildStep> group) {
        Map<String, Long> own = new HashMap<>();
        steps.marks(build.id(), each(group, BuildStep::shellKey))
                .forEach(one -> own.put(one.getShellKey(), one.getMark()));
        List<Lms.ShellPut> puts = each(group, step -> {
            Lms.ShellPut put = read(step, Lms.ShellPut.class);
            Long mark = own.getOrDefault(step.shellKey(), put.ifMark());
            return put.ifMark(mark);
        });
        return lms.putShells(of(key, puts), puts);
    }

    private List<Lms.Answer> outlines(Build build, String key, List<BuildStep> group) {
        List<Lms.OutlinePut> puts = new ArrayList<>();
        List<Optional<Lms.Answer>> answers = new ArrayList<>();
        @Nullable Boolean again = build.kind() == Build.Kind.FILL_AGAIN ? true : null;
        for (BuildStep step : group) {
            try {
                puts.add(new Lms.OutlinePut(step.shellKey(), units(build, step), again));
                answers.add(Optional.empty());
            } catch (NotFound e) {
                answers.add(Optional.of(Lms.Answer.refused("shell-missing", String.valueOf(e.getMessage()))));
            }
        }
        // what an earlier shell holds may change between two calls, and then the second must not pass for the first
        Iterator<Lms.Answer> given = puts.isEmpty()
                ? Collections.emptyIterator()
                : lms.putOutlines(of(key, puts), puts).iterator();
        return answers.stream().map(answer -> answer.orElseGet(given::next)).toList();
    }

    private List<Lms.OutlineUnit> units(Build build, BuildStep step) {
        Work.Content content = read(step, Work.Content.class);
        return content.template() != null
                ? workbench.of(build).outline(step.shellKey(), content.template())
                : starts.carried(build.proof(), step.shellKey(), String.valueOf(content.from()));
    }

    private List<Lms.Answer> people(
            Build build, Phase phase, String key, List<BuildStep> group, Consumer<List<BuildStep>> intended) {
        if (build.kind() == Build.Kind.TAKE_BACK) {
            List<Lms.PeopleChange> changes = present(each(group, step -> read(step, Lms.PeopleChange.class)));
            return lms.changePeople(of(key, changes), changes);
        }
        List<Work.Desired> desired =
                each(group, step -> workbench.of(build).people(step.shellKey(), phase == Phase.LEAVE));
        List<Lms.PeopleChange> changes = differences(desired);
        List<BuildStep> undoable = new ArrayList<>();
        for (int i = 0; i < group.size(); i++) {
            // at a second try some may be there already that the first one put in
            if (!desired.get(i).fresh() && group.get(i).undo().isEmpty()) {
                group.get(i).undoBy(json.writeValueAsString(inverse(changes.get(i))));
                undoable.add(group.get(i));
            }
        }
        if (!undoable.isEmpty()) {
            intended.accept(undoable);
        }
        return lms.changePeople(of(key, changes), changes);
    }

    private static Lms.PeopleChange inverse(Lms.PeopleChange change) {
        return new Lms.PeopleChange(change.key(), change.remove(), change.add());
    }

    /** Who is to come and to leave, given who is there. A difference depends on that, so its key does too. */
    private List<Lms.PeopleChange> differences(List<Work.Desired> desired) {
        Map<String, Set<Lms.Member>> there = there(desired.stream()
                .filter(one -> !one.fresh())
                .map(Work.Desired::key)
                .toList());
        return desired.stream()
                .map(one -> {
                    Set<Lms.Member> now = there.getOrDefault(one.key(), Set.of());
                    Set<Lms.Member> wanted = new HashSet<>(one.members());
                    return new Lms.PeopleChange(
                            one.key(),
                            without(one.members(), now),
                            now.stream()
                                    .filter(member -> !wanted.contains(member) && mayLeave(member, one))
                                    .toList());
                })
                .toList();
    }

    /** Whoever was put in by hand, through no section, leaves only where what people did is put back. */
    private static boolean mayLeave(Lms.Member member, Work.Desired desired) {
        return member.section().isEmpty()
                ? desired.guests()
                        .filter(guests -> !guests.contains(member.user()))
                        .isPresent()
                : desired.leave();
    }

    /** Who came goes, if still there; who went comes back, if not there. */
    private List<Lms.PeopleChange> present(List<Lms.PeopleChange> changes) {
        Map<String, Set<Lms.Member>> there =
                there(changes.stream().map(Lms.PeopleChange::key).toList());
        return changes.stream()
                .map(change -> {
                    Set<Lms.Member> now = there.getOrDefault(change.key(), Set.of());
                    return new Lms.PeopleChange(
                            change.key(),
                            without(change.add(), now),
                            change.remove().stream().filter(now::contains).toList());
                })
                .toList();
    }

    private static List<Lms.Member> without(List<Lms.Member> members, Set<Lms.Member> those) {
        return members.stream().filter(member -> !those.contains(member)).toList();
    }

    private Map<String, Set<Lms.Member>> there(List<String> keys) {
        Map<String, Set<Lms.Member>> there = new HashMap<>();
        if (!keys.isEmpty()) {
            List<List<Lms.Member>> people = lms.people(keys);
            for (int i = 0; i < keys.size(); i++) {
                there.put(keys.get(i), Set.copyOf(people.get(i)));
            }
        }
        return there;
    }

    /** A key for content that may differ when the call is repeated, and must then not pass for the first. */
    private String of(String key, List<?> content) {
        return key + "-" + Digest.of(json.writeValueAsString(content)).substring(0, DIGEST_DIGITS);
    }
}
