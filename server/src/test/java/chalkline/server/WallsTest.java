package chalkline.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.data.repository.Repository;
import org.springframework.modulith.core.ApplicationModules;

@AnalyzeClasses(packages = "chalkline.server", importOptions = ImportOption.DoNotIncludeTests.class)
class WallsTest {

    @ArchTest
    static final ArchRule ROOMS_HAVE_NO_CYCLES =
            slices().matching("chalkline.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule WHAT_IS_PUBLIC_IN_A_ROOM_IS_USED_BY_ANOTHER = classes()
            .that()
            .areTopLevelClasses()
            .and()
            .arePublic()
            .and()
            .resideOutsideOfPackage("chalkline.server")
            .and()
            .haveSimpleNameNotEndingWith("package-info")
            .should(beUsedByAnotherRoom());

    @ArchTest
    static final ArchRule REPOSITORIES_STAY_IN_THEIR_ROOM =
            classes().that().areAssignableTo(Repository.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule THE_APPLICATION_KNOWS_NO_STAND_IN =
            noClasses().should().dependOnClassesThat().resideInAPackage("chalkline.standins..");

    @ArchTest
    static final ArchRule THE_LMS_IS_REACHED_THROUGH_ITS_PORT = noClasses()
            .that()
            .resideOutsideOfPackage("chalkline.server.lms..")
            .should()
            .dependOnClassesThat()
            .haveSimpleName("LmsHttp");

    /** Time is given to whatever asks for it, so that tests can say it; one class of each program asks the machine. */
    @Test
    void oneClassAsksTheMachineForTheTime() throws IOException {
        Pattern asks =
                Pattern.compile("(Instant|LocalDate|LocalTime|LocalDateTime|ZonedDateTime|OffsetDateTime)\\.now\\("
                        + "|currentTimeMillis\\(|Thread\\.sleep\\(|Clock\\.system|InstantSource\\.system");
        List<String> asking = new ArrayList<>();
        for (String program : List.of("server", "standins")) {
            try (Stream<Path> files = Files.walk(Machine.root().resolve(program + "/src/main/java"))) {
                for (Path file :
                        files.filter(path -> path.toString().endsWith(".java")).toList()) {
                    if (asks.matcher(Files.readString(file)).find()) {
                        asking.add(file.getFileName().toString());
                    }
                }
            }
        }
        assertThat(asking).containsExactlyInAnyOrder("SystemTime.java", "StandIns.java");
    }

    /** Each room's package-info names the rooms that it may use; whatever else it uses fails here. */
    @Test
    void roomsUseOnlyWhatTheyName() {
        ApplicationModules rooms = ApplicationModules.of(ChalkLine.class);

        assertThat(rooms.stream().map(room -> room.getIdentifier().toString()))
                .contains("arrivals", "build", "conventions", "people", "proof");
        rooms.verify();
    }

    private static ArchCondition<JavaClass> beUsedByAnotherRoom() {
        return new ArchCondition<>("be used by another room") {
            @Override
            public void check(JavaClass type, ConditionEvents events) {
                boolean used = Stream.concat(
                                Stream.of(type),
                                type.getPackage().getClasses().stream()
                                        .filter(inner -> inner.getName().startsWith(type.getName() + "$")))
                        .flatMap(each -> each.getDirectDependenciesToSelf().stream())
                        .anyMatch(use -> !use.getOriginClass().getPackageName().equals(type.getPackageName()));
                events.add(
                        new SimpleConditionEvent(type, used, type.getName() + " is public, but no other room uses it"));
            }
        };
    }
}
