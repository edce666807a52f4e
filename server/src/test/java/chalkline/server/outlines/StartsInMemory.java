package chalkline.server.outlines;

import chalkline.core.conventions.Conventions;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outlines;
import chalkline.core.templates.Template;
import chalkline.server.proof.ProofKey;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What new shells start from where there are templates and nothing else; for simulations. */
public final class StartsInMemory extends StartService {
    private final Map<String, Template> templates;
    private final Starts starts;

    public StartsInMemory(Conventions conventions, Map<String, Template> templates) {
        super(null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null);
        this.templates = templates;
        this.starts = new Starts(
                templates, new EarlierShells(List.of(), Map.of()), new Outlines(conventions), Map.of(), List.of());
    }

    @Override
    public Starts built(ProofKey proof, Map<String, Template> used) {
        return starts;
    }

    @Override
    public Starts of(ProofKey proof, Map<String, Template> used) {
        return starts;
    }

    @Override
    public Set<String> names(ProofKey proof) {
        return templates.keySet();
    }
}
