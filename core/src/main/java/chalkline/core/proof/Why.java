package chalkline.core.proof;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Kind;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Source;
import chalkline.core.conventions.Stack;
import chalkline.core.naming.NamePattern;
import chalkline.core.naming.Token;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Why a shell has the value of one setting: every layer and override that had a say, from the default on, with what each
 * would have given, and the facts that the value took in.
 *
 * @param text the value in the proof
 * @param written what the settings say, before it is rendered or resolved
 * @param held what the LMS holds; empty where it holds nothing or did not say
 * @param steps from the default to the last that had a say; the last one taken gave the value
 * @param facts the tokens of a pattern with their values
 */
public record Why(
        Setting setting, String text, String written, Optional<String> held, List<Step> steps, List<Fact> facts) {

    /**
     * One layer or override that sets or fixes the setting.
     *
     * @param text what it sets
     * @param gives what the shell would have if it were the last to have a say
     * @param taken whether it held; a fixed setting is not changed
     * @param fixes whether it fixes the setting from here on
     */
    public record Step(Source source, String text, String gives, boolean taken, boolean fixes) {}

    /** A token that a pattern took in. */
    public record Fact(Token token, String value) {}

    /** Every setting of a row, in their order. A row without a shell has no steps. */
    public static List<Why> of(ProofRow row, Conventions conventions) {
        Stack stack = new Stack(conventions);
        return Arrays.stream(Setting.values())
                .map(setting -> of(row, setting, stack))
                .toList();
    }

    private static Why of(ProofRow row, Setting setting, Stack stack) {
        String text = row.value(setting);
        Optional<String> held = row.held().map(shell -> shell.values().get(setting));
        if (row.shell().isEmpty()) {
            return new Why(setting, text, "", held, List.of(), List.of());
        }
        Shell shell = row.shell().get();
        List<Step> steps = stack.trace(shell.lead(), setting).steps().stream()
                .map(step -> step(step, setting, shell, text))
                .toList();
        String written = shell.settings().get(setting).text();
        return new Why(setting, text, written, held, steps, facts(setting, shell));
    }

    private static Step step(Settings.Step step, Setting setting, Shell shell, String now) {
        String text = step.value().text();
        boolean renders = setting.kind() == Kind.PATTERN && !text.isEmpty();
        String gives = renders ? step.value().pattern().render(shell::valueOf) : text;
        return new Step(step.source(), text, gives.isEmpty() ? now : gives, step.taken(), step.fixes());
    }

    private static List<Fact> facts(Setting setting, Shell shell) {
        if (setting.kind() != Kind.PATTERN
                || shell.settings().get(setting).text().isEmpty()) {
            return List.of();
        }
        NamePattern<Token> pattern = shell.settings().get(setting).pattern();
        return Arrays.stream(Token.values())
                .filter(pattern::uses)
                .map(token -> new Fact(token, shell.valueOf(token)))
                .toList();
    }
}
