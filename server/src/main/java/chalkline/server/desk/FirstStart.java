package chalkline.server.desk;

import chalkline.core.conventions.Conventions;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.server.ChalkLineSettings;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.people.PeopleService;
import chalkline.server.people.PeopleViews;
import chalkline.server.policy.Role;
import chalkline.server.requests.Asking;
import chalkline.server.templates.TemplateDraft;
import chalkline.server.templates.TemplateService;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Gives an empty database someone who can sign in, and conventions to begin with. */
@Component
class FirstStart implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(FirstStart.class);

    private static final String DEMO_LOGIN = "abara";

    private static final TypeReference<List<TemplateDraft>> TEMPLATES = new TypeReference<>() {};

    private final ChalkLineSettings settings;
    private final PeopleService people;
    private final ConventionsService conventions;
    private final TemplateService templates;
    private final JsonMapper json;
    private final Asking asking;

    FirstStart(
            ChalkLineSettings settings,
            PeopleService people,
            ConventionsService conventions,
            TemplateService templates,
            JsonMapper json,
            Asking asking) {
        this.asking = asking;
        this.settings = settings;
        this.people = people;
        this.conventions = conventions;
        this.templates = templates;
        this.json = json;
    }

    @Override
    public void run(ApplicationArguments args) throws IOException, FaultyFileException {
        boolean ofDemo = people.isThere(DEMO_LOGIN);
        if (settings.demo() != ofDemo && !people.isNobodyThere()) {
            throw new IllegalStateException(
                    ofDemo
                            ? "This database holds the demo's data and sign-ins; start Chalk Line on another."
                            : "This database holds the data of a campus; the demo is started on another.");
        }
        if (settings.demo()) {
            people.addOfDemo(demoPeople(), "chalk");
            conventions.keepFirst(file("demo/conventions.yaml"), "The demo's own");
            asking.openFirst("27SP", LocalDate.of(2026, 10, 1));
            templates.keepFirst(
                    json.readValue(new ClassPathResource("demo/templates.json").getInputStream(), TEMPLATES),
                    "The demo's own");
        } else if (people.isNobodyThere()) {
            tell(people.addFirst());
            conventions.keepFirst(first(), "To begin with");
        }
    }

    private static Map<String, PeopleViews.Wish> demoPeople() {
        return Map.of(
                DEMO_LOGIN,
                wish(DEMO_LOGIN, "N. Abara", Role.ADMINISTRATOR, Set.of()),
                "quill",
                wish("quill", "T. Quill", Role.AUDITOR, Set.of()),
                "sorley",
                wish("sorley", "I. Sorley", Role.SCHEDULER, Set.of("OCEA")),
                "medway",
                wish("medway", "P. Medway", Role.SCHEDULER, Set.of("HIST", "MUSC")),
                "tarn",
                wish("tarn", "L. Tarn", Role.DESIGNER, Set.of()));
    }

    private static PeopleViews.Wish wish(String login, String name, Role role, Set<String> departments) {
        return new PeopleViews.Wish(name, login + "@skerrow.example", Set.of(role), departments, null);
    }

    /** Writes the first password to a file that only its owner can read; it is told nowhere else. */
    private void tell(String password) throws IOException {
        Path file = settings.firstPassword();
        Files.deleteIfExists(file);
        try {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        } catch (UnsupportedOperationException noSuchPermissions) {
            Files.createFile(file);
        }
        Files.writeString(file, "admin\n" + password + "\n");
        LOG.info("The first sign-in is written to {}; it is told once, and its password must be changed.", file);
    }

    private static Conventions first() throws IOException, FaultyFileException {
        return Conventions.in(ZoneId.systemDefault())
                .withLayers(file("demo/first.yaml").layers());
    }

    private static Conventions file(String path) throws IOException, FaultyFileException {
        String yaml = new ClassPathResource(path).getContentAsString(StandardCharsets.UTF_8);
        return ConventionsReader.read(path, yaml);
    }
}
