package chalkline.server.frame;

import chalkline.server.ChalkLineSettings;
import java.util.ArrayList;
import java.util.List;

/** Mistakes of Chalk Line's own that were given up, in memory; for simulations. */
public final class MistakesInMemory extends Jobs {
    private final List<String> mistakes = new ArrayList<>();

    public MistakesInMemory(ChalkLineSettings settings, Time time) {
        super(null, settings, time);
    }

    @Override
    public String giveUp(String task, String instance, Throwable cause) {
        mistakes.add(task + " " + instance + ": " + cause);
        return String.valueOf(cause);
    }

    public List<String> mistakes() {
        return mistakes;
    }
}
