package chalkline.server.frame;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import jakarta.validation.constraints.Size;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;

/**
 * Holds every body of a request to what the description of the API says: a field that is not marked {@link Nullable} is
 * there, no list has holes, and no text holds what no system shows. What a single field may be stands beside it (Bean
 * Validation), and is looked at after this.
 */
@RestControllerAdvice
class Bodies extends RequestBodyAdviceAdapter {

    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public Object afterBodyRead(
            Object body,
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter) {
        check(body, "", Bounds.TEXT);
        return body;
    }

    /**
     * @param most how many characters a text may have, where nothing else is said beside it
     * @throws Refusal with the path of the first field that is otherwise than described
     */
    static void check(@Nullable Object value, String path, int most) {
        if (value == null) {
            throw new Refusal(path, 0, "This is missing.");
        }
        if (value instanceof String text) {
            checkText(text, path, most);
        } else if (value instanceof LocalDate day) {
            Optional<String> outside = Bounds.outside(day);
            if (outside.isPresent()) {
                throw new Refusal(path, 0, outside.get() + ".");
            }
        } else if (value instanceof Collection<?> items) {
            int at = 0;
            for (Object item : items) {
                check(item, path + "." + at++, most);
            }
        } else if (value instanceof Map<?, ?> entries) {
            for (Map.Entry<?, ?> entry : entries.entrySet()) {
                String key = String.valueOf(entry.getKey());
                checkText(key, path, Bounds.FIELD);
                check(entry.getValue(), path + "." + key, most);
            }
        } else if (value.getClass().isRecord()) {
            for (RecordComponent field : value.getClass().getRecordComponents()) {
                Object its = get(field, value);
                boolean mayBeNull =
                        isNullable(field) || isNullable(field.getAnnotatedType()) || isNullable(field.getAccessor());
                if (its != null || !mayBeNull) {
                    check(
                            its,
                            path.isEmpty() ? field.getName() : path + "." + field.getName(),
                            field.getAccessor().isAnnotationPresent(Size.class) ? Integer.MAX_VALUE : Bounds.TEXT);
                }
            }
        }
    }

    private static boolean isNullable(AnnotatedElement element) {
        return element.isAnnotationPresent(Nullable.class);
    }

    private static void checkText(String text, String path, int most) {
        Optional<String> tooLong = Bounds.tooLong(text, most);
        if (tooLong.isPresent()) {
            throw new Refusal(path, most + 1, "This is too long: " + tooLong.get() + ".");
        }
        OptionalInt odd = Characters.firstOdd(text);
        if (odd.isPresent()) {
            throw new Refusal(path, odd.getAsInt() + 1, Characters.reason(text, odd.getAsInt()) + ".");
        }
    }

    private static @Nullable Object get(RecordComponent field, Object record) {
        try {
            field.getAccessor().setAccessible(true);
            return field.getAccessor().invoke(record);
        } catch (IllegalAccessException | InvocationTargetException e) {
            throw new IllegalStateException(e);
        }
    }
}
