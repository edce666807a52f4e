package chalkline.server.frame;

import java.security.SecureRandom;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Where what is drawn comes from: given to whatever draws, so that a test can have the same drawn again. */
@Configuration
public class Chance {
    @Bean
    RandomGenerator dice() {
        return new SecureRandom();
    }

    /** A name that nothing else has. */
    public static String name(RandomGenerator chance) {
        return new UUID(chance.nextLong(), chance.nextLong()).toString();
    }
}
