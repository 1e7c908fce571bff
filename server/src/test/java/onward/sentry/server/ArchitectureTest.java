package onward.sentry.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "onward.sentry.server", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule noCircles =
            slices().matching("onward.sentry.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule platformKnowsNoCapability = noClasses()
            .that()
            .resideInAPackage("..server.platform..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "..server.bench..",
                    "..server.fleet..",
                    "..server.gas..",
                    "..server.health..",
                    "..server.rules..",
                    "..server.link..",
                    "..server.logbook..",
                    "..server.people..",
                    "..server.plan..",
                    "..server.demo..");

    @ArchTest
    static final ArchRule nobodyKnowsTheStandIns =
            noClasses().should().dependOnClassesThat().resideInAnyPackage("onward.sentry.standins..");

    @ArchTest
    static final ArchRule simulatedDetectorsServeTheDemoAndDryRuns = noClasses()
            .that()
            .resideOutsideOfPackages("..server.demo..", "..server.rules..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("onward.sentry.core.sim..");

    @ArchTest
    static final ArchRule nobodyDependsOnTheDemo = noClasses()
            .that()
            .resideOutsideOfPackage("..server.demo..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("..server.demo..");

    @ArchTest
    static final ArchRule controllersAreForTheWebOnly =
            classes().that().haveSimpleNameEndingWith("Controller").should().bePackagePrivate();

    @ArchTest
    static final ArchRule timeComesFromTheSite = noClasses()
            .should()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");
}
