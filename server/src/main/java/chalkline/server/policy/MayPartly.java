package chalkline.server.policy;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.springframework.security.access.prepost.PreAuthorize;

/** Whoever has the right, however far it reaches, may call this: it narrows what it does by {@link Policy#scope} itself. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@PreAuthorize("@policy.has('{value}')")
public @interface MayPartly {
    Right value();
}
