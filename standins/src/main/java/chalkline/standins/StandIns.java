package chalkline.standins;

import chalkline.formats.oneroster.OneRosterWriter;
import chalkline.standins.campus.Campus;
import chalkline.standins.campus.CampusSize;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.annotation.Bean;

/**
 * The registrar and LMS stand-ins, one process. With {@code make-campus SECTIONS SEED FILE} it only writes a registrar's
 * list of that size and ends.
 */
@SpringBootApplication
@ConfigurationPropertiesScan
public class StandIns {

    /** The machine's own time: what asks for it here is given this. */
    @Bean
    InstantSource time() {
        return InstantSource.system();
    }

    public static void main(String[] args) throws IOException {
        if (args.length == 4 && args[0].equals("make-campus")) {
            try (OutputStream out = Files.newOutputStream(Path.of(args[3]))) {
                CampusSize size = CampusSize.ofSections(Integer.parseInt(args[1]));
                OneRosterWriter.write(Campus.list(size, Long.parseLong(args[2])), out);
            }
            return;
        }
        start(args);
    }

    /** Starts them in this JVM; they end with what is given back. */
    public static Closeable start(String... settings) {
        return new SpringApplicationBuilder(StandIns.class)
                .properties("spring.config.name=standins")
                .run(settings);
    }
}
