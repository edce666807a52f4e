package chalkline.server.frame;

import chalkline.core.Bounds;
import java.time.LocalDate;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.converter.Converter;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Days in addresses: ISO 8601, in the years that terms have. */
@Configuration
class Days implements WebMvcConfigurer {

    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverter(String.class, LocalDate.class, new Bounded());
    }

    private static final class Bounded implements Converter<String, LocalDate> {
        @Override
        public LocalDate convert(String text) {
            LocalDate day = LocalDate.parse(text.strip());
            Bounds.outside(day).ifPresent(reason -> {
                throw new IllegalArgumentException(reason);
            });
            return day;
        }
    }
}
