package chalkline.server.templates;

import chalkline.core.templates.Template;
import java.util.Map;

/** Templates of which there is one version; for simulations. */
public final class TemplatesInMemory extends TemplateService {
    private final Map<String, Template> templates;

    public TemplatesInMemory(Map<String, Template> templates) {
        super(null, null, null, null, null, null);
        this.templates = templates;
    }

    @Override
    public Map<String, Integer> numbers() {
        return Map.of("t1", 1);
    }

    @Override
    public Map<String, Template> of(Map<String, Integer> numbers) {
        return templates;
    }
}
