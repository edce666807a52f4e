package chalkline.server.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Kind;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Stack;
import chalkline.core.naming.Pattern;
import chalkline.core.naming.Token;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.people.Readers;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** Answers why: for one shell, every value with the layer, override or fact that it came from. */
@Service
public class WhyService {
    private final ProofService proofs;
    private final ConventionsService conventions;

    WhyService(ProofService proofs, ConventionsService conventions) {
        this.proofs = proofs;
        this.conventions = conventions;
    }

    /** Everything about one shell of the proof of some versions. */
    @Readers
    public ProofViews.Shell shell(String term, String versions, String key) {
        ProofKey proofKey = ProofKey.of(term, versions);
        ProofRow row = Optional.ofNullable(proofs.proof(proofKey).byKey().get(key))
                .orElseThrow(() -> new NotFound("This proof has no shell " + key + "."));
        Conventions rules = conventions.version(proofKey.conventions());
        return new ProofViews.Shell(
                versions,
                key,
                row.action().key(),
                row.shell().map(shell -> shell.labels().label()).orElse(row.code()),
                row.shell().map(shell -> shell.lead().course().title()).orElse(row.title()),
                row.shell().map(shell -> shell.lead().department().name()).orElse(""),
                row.shell().map(WhyService::about).orElse("Its section is no longer in the registrar's list."),
                row.students(),
                row.instructors().stream()
                        .map(person -> person.givenName() + " " + person.familyName())
                        .toList(),
                row.sections(),
                row.snags().stream()
                        .map(snag -> new ProofViews.SnagView(snag.key(), snag.isStop(), snag.says(), snag.toDo()))
                        .toList(),
                Arrays.stream(Setting.values())
                        .map(setting -> value(setting, row, rules))
                        .toList(),
                List.copyOf(row.changed()));
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

    private static ProofViews.Value value(Setting setting, ProofRow row, Conventions rules) {
        String text = row.value(setting);
        String held = row.held().map(shell -> shell.values().get(setting)).orElse(null);
        Optional<Shell> shell = row.shell();
        Settings.Trace trace = shell.map(s -> new Stack(rules).trace(s.lead(), setting))
                .orElse(new Settings.Trace(setting, List.of()));
        List<ProofViews.Step> steps = trace.steps().stream()
                .map(step -> step(step, setting, shell.orElseThrow(), text))
                .toList();
        String written = shell.map(s -> s.settings().get(setting).text()).orElse("");
        return new ProofViews.Value(
                setting.key(),
                setting.plainName(),
                setting.kind().name(),
                text,
                written,
                row.changed().contains(setting.key()),
                held,
                steps,
                shell.map(s -> facts(setting, s)).orElse(List.of()));
    }

    private static ProofViews.Step step(Settings.Step step, Setting setting, Shell shell, String now) {
        String gives = setting.kind() == Kind.PATTERN && step.value().text().length() > 0
                ? step.value().pattern().render(shell::valueOf)
                : step.value().text();
        return new ProofViews.Step(
                step.source().origin().name(),
                step.source().index(),
                step.source().name(),
                step.value().text(),
                gives.isEmpty() ? now : gives,
                step.taken(),
                step.fixes());
    }

    private static List<ProofViews.Fact> facts(Setting setting, Shell shell) {
        if (setting.kind() != Kind.PATTERN
                || shell.settings().get(setting).text().isEmpty()) {
            return List.of();
        }
        Pattern pattern = shell.settings().get(setting).pattern();
        return Arrays.stream(Token.values())
                .filter(pattern::uses)
                .map(token -> new ProofViews.Fact(token.text(), shell.valueOf(token), token.help()))
                .toList();
    }
}
