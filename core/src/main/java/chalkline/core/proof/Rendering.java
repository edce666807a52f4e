package chalkline.core.proof;

import chalkline.core.conventions.Conventions.Limits;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Cut;
import chalkline.core.naming.NamePattern;
import chalkline.core.naming.Text;
import chalkline.core.naming.Token;
import java.util.Set;

/** Renders the patterns of a shell into its draft. */
final class Rendering {
    private static final int SHORTEST_TITLE = 12;

    private final Limits limits;

    Rendering(Limits limits) {
        this.limits = limits;
    }

    /** Renders those of the given settings that are patterns, in place of what the draft has of them. */
    void render(Draft draft, Set<Setting> which) {
        Shell shell = draft.shell();
        if (which.contains(Setting.CODE)) {
            draft.put(Setting.CODE, pattern(shell, Setting.CODE).render(shell::valueOf));
            draft.mark(Snag.CODE_EMPTY, draft.code().isEmpty());
        }
        if (which.contains(Setting.TITLE)) {
            draft.snags.remove(Snag.TITLE_SHORTENED);
            String title = title(draft);
            draft.put(Setting.TITLE, title);
            draft.mark(Snag.TITLE_EMPTY, title.isEmpty());
        }
        if (which.contains(Setting.SUMMARY)) {
            draft.put(Setting.SUMMARY, pattern(shell, Setting.SUMMARY).render(shell::valueOf));
        }
        if (which.contains(Setting.CATEGORY) || which.contains(Setting.FOLDER)) {
            draft.put(Setting.CATEGORY, levels(shell, Setting.CATEGORY));
            boolean ownFolder = !shell.settings().get(Setting.FOLDER).text().isEmpty();
            draft.put(Setting.FOLDER, ownFolder ? levels(shell, Setting.FOLDER) : draft.get(Setting.CATEGORY));
        }
    }

    private static NamePattern<Token> pattern(Shell shell, Setting setting) {
        return shell.settings().get(setting).pattern();
    }

    private String title(Draft draft) {
        Shell shell = draft.shell();
        NamePattern<Token> pattern = pattern(shell, Setting.TITLE);
        String whole = pattern.render(shell::valueOf);
        if (Text.length(whole) <= limits.title()) {
            return whole;
        }
        draft.snags.add(Snag.TITLE_SHORTENED);
        if (pattern.uses(Token.TITLE)) {
            String title = shell.valueOf(Token.TITLE);
            int n = Text.length(title) - 1;
            while (n >= SHORTEST_TITLE) {
                String cut = Cut.to(title, n);
                n = Text.length(cut) - 1; // no length between gives a shorter one that is another
                String shorter = pattern.render(token -> token == Token.TITLE ? cut : shell.valueOf(token));
                if (Text.length(shorter) <= limits.title()) {
                    return shorter;
                }
            }
        }
        return Cut.to(whole, limits.title());
    }

    /** The levels of a place in a tree, joined again. */
    private static String levels(Shell shell, Setting setting) {
        return String.join(" / ", pattern(shell, setting).renderLevels(shell::valueOf));
    }
}
