package chalkline.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "chalkline.core", importOptions = ImportOption.DoNotIncludeTests.class)
class WallsTest {

    @ArchTest
    static final ArchRule CORE_USES_THE_JDK_AND_ICU_ONLY = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage("chalkline.core..", "java..", "com.ibm.icu..", "org.jspecify..");

    @ArchTest
    static final ArchRule PROOF_IS_THE_LAST_ROOM = classes()
            .that()
            .resideOutsideOfPackages("..proof..", "..templates..", "..upkeep..", "..requests..", "..exports..")
            .should()
            .onlyDependOnClassesThat()
            .resideOutsideOfPackage("chalkline.core.proof..");
}
