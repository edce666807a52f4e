package chalkline.core.exports;

import chalkline.core.conventions.Setting;
import chalkline.core.naming.Token;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What may stand between braces in a column of an export: every token of names, for the row's section; every setting of the
 * shell as {@code shell.title}; and the facts that only an export has.
 */
public sealed interface ExportToken {

    /** A token of names: of the lead section where the row is a shell, else of the row's own section. */
    record OfSection(Token token) implements ExportToken {
        @Override
        public String text() {
            return token.text();
        }

        @Override
        public String help() {
            return token.help();
        }
    }

    /** A setting of the shell, as it was worked out. */
    record OfShell(Setting setting) implements ExportToken {
        @Override
        public String text() {
            return "shell." + setting.key();
        }

        @Override
        public String help() {
            return setting.plainName();
        }
    }

    record Own(ExportFact fact) implements ExportToken {
        @Override
        public String text() {
            return fact.text();
        }

        @Override
        public String help() {
            return fact.help();
        }
    }

    /** The name as it stands between braces. */
    String text();

    /** What it gives, in a few words for a person. */
    String help();

    /** All that rows of a kind have: of the shell first, then its sections', the person's, the facts of the section. */
    static List<ExportToken> all(ExportProfile.Rows rows) {
        List<ExportToken> all = new ArrayList<>();
        for (Setting setting : Setting.values()) {
            if (setting != Setting.SHELL_PER && setting != Setting.DISTINGUISH) {
                all.add(new OfShell(setting));
            }
        }
        Arrays.stream(ExportFact.values()).filter(fact -> fact.isIn(rows)).forEach(fact -> all.add(new Own(fact)));
        Arrays.stream(Token.values()).forEach(token -> all.add(new OfSection(token)));
        return List.copyOf(all);
    }

    /** The token of a name in rows of a kind; empty where those have none of that name. */
    static Optional<ExportToken> named(String name, ExportProfile.Rows rows) {
        return Optional.ofNullable(Names.OF.get(rows).get(name));
    }

    /** Tokens by name, for each kind of rows. */
    final class Names {
        private static final Map<ExportProfile.Rows, Map<String, ExportToken>> OF = new HashMap<>();

        static {
            for (ExportProfile.Rows rows : ExportProfile.Rows.values()) {
                Map<String, ExportToken> names = new HashMap<>();
                all(rows).forEach(token -> names.put(token.text(), token));
                OF.put(rows, Map.copyOf(names));
            }
        }

        private Names() {}
    }
}
