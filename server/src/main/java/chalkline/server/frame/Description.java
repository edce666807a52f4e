package chalkline.server.frame;

import io.swagger.v3.oas.models.media.Schema;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the API: every field of an answer is there, empty ones as null. */
@Configuration
class Description {
    @Bean
    OpenApiCustomizer everyFieldIsThere() {
        return api -> {
            api.getInfo().title("Chalk Line").version("1").description("The API of the front end.");
            api.setServers(null);
            for (Schema<?> schema : api.getComponents().getSchemas().values()) {
                if (schema.getProperties() != null) {
                    schema.setRequired(List.copyOf(schema.getProperties().keySet()));
                }
            }
        };
    }
}
