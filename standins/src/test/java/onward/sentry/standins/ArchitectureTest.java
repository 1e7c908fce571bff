package onward.sentry.standins;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "onward.sentry.standins", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    /** Else it would prove nothing about the document. */
    @ArchTest
    static final ArchRule theReferenceGatewayKnowsOnlyTheDocument = noClasses()
            .that()
            .resideInAPackage("..standins.reference..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("onward.sentry.core..", "onward.sentry.standins.gateway..");
}
