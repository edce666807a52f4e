package chalkline.server.frame;

import com.fasterxml.jackson.databind.ObjectMapper;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.jackson.ModelResolver;
import io.swagger.v3.core.jackson.TypeNameResolver;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.providers.ObjectMapperProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the API: every field of an answer is there; those marked {@link Nullable} may be null. */
@Configuration
class Description {

    /** With a server of its own: else the one that is asked is put in, from the second time on. */
    @Bean
    OpenAPI api() {
        return new OpenAPI()
                .info(new Info().title("Chalk Line").version("1").description("The API of the front end."))
                .addServersItem(new Server().url("/"));
    }

    @Bean
    OpenApiCustomizer everyFieldIsThere() {
        return api -> {
            for (Schema<?> schema : api.getComponents().getSchemas().values()) {
                if (schema.getProperties() != null) {
                    schema.setRequired(List.copyOf(schema.getProperties().keySet()));
                }
            }
        };
    }

    @Bean
    ModelResolver modelResolver(ObjectMapperProvider mappers) {
        return new Records(mappers.jsonMapper());
    }

    /** Names nested records by where they are nested, and knows which of their fields may be null. */
    private static final class Records extends ModelResolver {
        Records(ObjectMapper mapper) {
            super(mapper, new Names());
        }

        @Override
        public Schema<?> resolve(AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> next) {
            Schema<?> schema = super.resolve(type, context, next);
            Class<?> raw = _mapper.constructType(type.getType()).getRawClass();
            Schema<?> model = context.getDefinedModels().get(Names.of(raw));
            if (raw.isRecord() && model != null && model.getProperties() != null) {
                for (RecordComponent field : raw.getRecordComponents()) {
                    Schema<?> property = model.getProperties().get(field.getName());
                    if (property != null && field.getAnnotatedType().isAnnotationPresent(Nullable.class)) {
                        model.getProperties().put(field.getName(), orNull(property));
                    }
                }
            }
            return schema;
        }

        private static Schema<?> orNull(Schema<?> property) {
            if (property.get$ref() == null) {
                Set<String> types = new LinkedHashSet<>(
                        property.getTypes() == null ? List.of(property.getType()) : property.getTypes());
                types.add("null");
                property.setTypes(types);
                return property;
            }
            Schema<Object> either = new Schema<>();
            either.setOneOf(List.of(property, new Schema<>().types(Set.of("null"))));
            return either;
        }
    }

    private static final class Names extends TypeNameResolver {
        @Override
        protected String nameForClass(Class<?> type, Set<Options> options) {
            return of(type);
        }

        static String of(Class<?> type) {
            Class<?> outer = type.getEnclosingClass();
            if (outer == null) {
                return type.getSimpleName();
            }
            String room = Arrays.stream(new String[] {"Views", "Service", "Controller"})
                    .filter(outer.getSimpleName()::endsWith)
                    .findFirst()
                    .map(end -> outer.getSimpleName()
                            .substring(0, outer.getSimpleName().length() - end.length()))
                    .orElse(outer.getSimpleName());
            return type.getSimpleName().startsWith(room) ? type.getSimpleName() : room + type.getSimpleName();
        }
    }
}
