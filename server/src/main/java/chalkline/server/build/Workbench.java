package chalkline.server.build;

import chalkline.server.outlines.StartService;
import chalkline.server.proof.ProofService;
import chalkline.server.templates.TemplateService;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What the builds under way send, kept in memory for as long as they are at it. */
@Component
class Workbench {
    private static final TypeReference<java.util.Map<String, Integer>> NUMBERS = new TypeReference<>() {};
    private static final Duration IDLE = Duration.ofMinutes(2);

    private final ProofService proofs;
    private final StartService starts;
    private final TemplateService templates;
    private final JsonMapper json;
    private final Cache<Long, Work> works =
            Caffeine.newBuilder().maximumSize(2).expireAfterAccess(IDLE).build();

    Workbench(ProofService proofs, StartService starts, TemplateService templates, JsonMapper json) {
        this.proofs = proofs;
        this.starts = starts;
        this.templates = templates;
        this.json = json;
    }

    Work of(Build build) {
        return works.get(build.id(), id -> {
            var used = templates.of(json.readValue(build.templates(), NUMBERS));
            boolean putBack = json.readValue(build.wanted(), Wanted.class).putBack();
            return new Work(
                    build.term(), putBack, proofs.proof(build.proof()).byKey(), used, starts.of(build.proof(), used));
        });
    }
}
