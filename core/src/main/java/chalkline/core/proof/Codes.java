package chalkline.core.proof;

import chalkline.core.conventions.Setting;
import chalkline.core.naming.NamePattern;
import chalkline.core.naming.PatternException;
import chalkline.core.naming.Text;
import chalkline.core.naming.Token;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Makes codes unique where several shells render the same one; those that stand already keep what they have. */
final class Codes {
    private Codes() {}

    /** Settles the codes of all drafts, which come by key. */
    static void makeUnique(List<Draft> drafts, int limit) {
        sharing(drafts).parallelStream().forEach(Codes::tellApart);
        for (Draft draft : drafts) {
            if (Text.length(draft.code()) > limit) {
                draft.snags.add(Snag.CODE_TOO_LONG);
            }
        }
    }

    /** The groups of drafts that have one code, each in the order given. */
    static Collection<List<Draft>> sharing(List<Draft> drafts) {
        Map<String, Draft> firsts = new HashMap<>(drafts.size() * 2);
        Map<String, List<Draft>> shared = new HashMap<>();
        for (Draft draft : drafts) {
            if (!draft.code().isEmpty()) {
                Draft first = firsts.putIfAbsent(draft.codeKey(), draft);
                if (first != null) {
                    shared.computeIfAbsent(draft.codeKey(), code -> new ArrayList<>(List.of(first)))
                            .add(draft);
                }
            }
        }
        return shared.values();
    }

    private static void tellApart(List<Draft> group) {
        Set<String> used = new HashSet<>();
        List<Draft> others = new ArrayList<>();
        for (Draft draft : group) {
            if (stands(draft)) {
                draft.put(Setting.CODE, draft.held.orElseThrow().code());
                used.add(draft.codeKey());
            } else {
                others.add(draft);
            }
        }
        if (!others.isEmpty() && !distinguish(others)) {
            number(others, used);
        }
    }

    /** Whether the LMS holds the shell with the code that it renders, or with that and a number. */
    private static boolean stands(Draft draft) {
        if (draft.held.isEmpty()) {
            return false;
        }
        String held = draft.held.get().code();
        String rendered = draft.code();
        return held.equals(rendered)
                || (held.startsWith(rendered + "~")
                        && held.substring(rendered.length() + 1).matches("[2-9]|[1-9][0-9]{1,8}"));
    }

    private static boolean distinguish(List<Draft> others) {
        for (String name :
                others.get(0).shell().settings().get(Setting.DISTINGUISH).items()) {
            NamePattern<Token> slug = slugOf(Token.named(name).orElseThrow());
            List<String> values = others.stream()
                    .map(draft -> slug.render(draft.shell()::valueOf))
                    .toList();
            if (values.stream().noneMatch(String::isEmpty) && Set.copyOf(values).size() == values.size()) {
                for (int i = 0; i < others.size(); i++) {
                    Draft draft = others.get(i);
                    draft.put(Setting.CODE, draft.code() + "-" + values.get(i));
                    draft.snags.add(Snag.CODE_DISTINGUISHED);
                }
                return true;
            }
        }
        return false;
    }

    private static NamePattern<Token> slugOf(Token token) {
        try {
            return NamePattern.parse("{" + token.text() + ":slug}");
        } catch (PatternException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    private static void number(List<Draft> others, Set<String> used) {
        int n = 1;
        for (Draft draft : others) {
            String code = draft.code();
            boolean plainIsFree = n == 1 && used.add(Text.codeKey(code));
            if (plainIsFree) {
                n = 2;
                continue;
            }
            n = Math.max(n, 2);
            while (!used.add(Text.codeKey(code + "~" + n))) {
                n++;
            }
            draft.put(Setting.CODE, code + "~" + n);
            draft.snags.add(Snag.CODE_NUMBERED);
        }
    }
}
