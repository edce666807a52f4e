package chalkline.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The application: storage, API, builds and sign-in. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class ChalkLine {
    public static void main(String[] args) {
        SpringApplication.run(ChalkLine.class, args);
    }
}
