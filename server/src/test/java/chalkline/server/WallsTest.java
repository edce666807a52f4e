package chalkline.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import org.springframework.data.repository.Repository;

@AnalyzeClasses(packages = "chalkline.server", importOptions = ImportOption.DoNotIncludeTests.class)
class WallsTest {

    @ArchTest
    static final ArchRule ROOMS_HAVE_NO_CYCLES =
            slices().matching("chalkline.server.(*)..").should().beFreeOfCycles();

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
}
