package chalkline.server.proof;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Unmatched;

/** Says in words where something stands in conventions, for people who do not count from 0. */
final class Paths {
    private Paths() {}

    /** The place that a path of {@link Unmatched} leads to, such as {@code layer 3, Graduate seminars}. */
    static String words(String path, Conventions rules) {
        String[] parts = path.split("/");
        if (parts[0].equals("breaks")) {
            return "the breaks of " + path.substring("breaks/".length());
        }
        int index = Integer.parseInt(parts[1]);
        return switch (parts[0]) {
            case "layers" -> {
                String name = rules.layers().get(index).name();
                yield "layer " + (index + 1) + (name.isEmpty() ? "" : ", " + name);
            }
            case "moves" -> "move " + (index + 1);
            case "overrides" ->
                "the override of " + rules.overrides().get(index).section();
            default -> "cross-list " + rules.crossLists().get(index).id();
        };
    }
}
