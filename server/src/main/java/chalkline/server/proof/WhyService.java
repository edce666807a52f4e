package chalkline.server.proof;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.ShellField;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.core.proof.Why;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.time.Instant;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Answers why: for one shell, every value with the layer, override or fact that it came from. */
@Service
public class WhyService {
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final Reached reached;

    WhyService(ProofService proofs, ConventionsService conventions, Reached reached) {
        this.reached = reached;
        this.proofs = proofs;
        this.conventions = conventions;
    }

    /** Everything about one shell of the proof of some versions. */
    @MayPartly(Right.READ_PROOF)
    public ProofViews.Shell shell(String term, String versions, String key) {
        ProofKey proofKey = ProofKey.of(term, versions);
        ProofRow row = reached.row(proofKey, key, Right.READ_PROOF);
        Instant gone = row.held().isPresent() ? null : proofs.gone(proofKey).get(key);
        return view(versions, row, conventions.version(proofKey.conventions()), gone);
    }

    /**
     * Everything about a row that some conventions gave.
     *
     * @param goneSince when it was seen that the shell is no longer in the LMS; null where it never stood or stands
     */
    public static ProofViews.Shell view(String versions, ProofRow row, Conventions rules, @Nullable Instant goneSince) {
        return new ProofViews.Shell(
                versions,
                row.key(),
                row.action().key(),
                row.shell().map(shell -> shell.labels().label()).orElse(row.code()),
                row.shell().map(shell -> shell.lead().course().title()).orElse(row.title()),
                row.shell().map(shell -> shell.lead().department().name()).orElse(""),
                row.shell().map(shell -> shell.lead().department().code()).orElse(""),
                row.shell().map(WhyService::about).orElse("Its section is no longer in the registrar's list."),
                row.students(),
                row.instructors().stream().map(Person::fullName).toList(),
                row.lead(),
                row.sections(),
                row.snags().stream()
                        .map(snag -> new ProofViews.SnagView(snag.key(), snag.isStop(), snag.message(), snag.toDo()))
                        .toList(),
                Why.of(row, rules).stream().map(why -> value(why, row)).toList(),
                row.changed().stream().map(ShellField::key).toList(),
                goneSince);
    }

    private static String about(Shell shell) {
        Section lead = shell.lead();
        return Stream.of(
                        lead.reference().isEmpty() ? "" : "Reference " + lead.reference(),
                        lead.meets(),
                        lead.room().isEmpty() ? "" : "Room " + lead.room(),
                        lead.delivery(),
                        lead.part().map(part -> part.title()).orElse(""))
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(", "));
    }

    private static ProofViews.Value value(Why why, ProofRow row) {
        return new ProofViews.Value(
                why.setting().key(),
                why.setting().plainName(),
                why.setting().kind().name(),
                why.text(),
                why.written(),
                row.changed().contains(why.setting()),
                why.held().orElse(null),
                why.steps().stream().map(WhyService::step).toList(),
                why.facts().stream()
                        .map(fact -> new ProofViews.Fact(
                                fact.token().text(), fact.value(), fact.token().help()))
                        .toList());
    }

    private static ProofViews.Step step(Why.Step step) {
        return new ProofViews.Step(
                step.source().origin().name(),
                step.source().index(),
                step.source().name(),
                step.text(),
                step.gives(),
                step.taken(),
                step.fixes());
    }
}
