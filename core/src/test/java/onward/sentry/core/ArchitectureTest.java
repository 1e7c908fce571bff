package onward.sentry.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "onward.sentry.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule plainJava =
            classes().should().onlyDependOnClassesThat().resideInAnyPackage("java..", "onward.sentry.core..");

    @ArchTest
    static final ArchRule oneWay = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("run")
            .definedBy("..core.run..")
            .layer("card")
            .definedBy("..core.card..")
            .layer("house")
            .definedBy("..core.house..")
            .layer("judge")
            .definedBy("..core.judge..")
            .layer("trace")
            .definedBy("..core.trace..")
            .layer("schedule")
            .definedBy("..core.schedule..")
            .layer("cylinder")
            .definedBy("..core.cylinder..")
            .layer("detector")
            .definedBy("..core.detector..")
            .layer("gas")
            .definedBy("..core.gas..")
            .layer("working")
            .definedBy("..core.working..")
            .whereLayer("run")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("card")
            .mayOnlyBeAccessedByLayers("run")
            .whereLayer("house")
            .mayOnlyBeAccessedByLayers("run")
            .whereLayer("judge")
            .mayOnlyBeAccessedByLayers("run")
            .whereLayer("trace")
            .mayOnlyBeAccessedByLayers("run", "judge")
            .whereLayer("schedule")
            .mayOnlyBeAccessedByLayers("run", "card")
            .whereLayer("cylinder")
            .mayOnlyBeAccessedByLayers("run")
            .whereLayer("detector")
            .mayOnlyBeAccessedByLayers("run", "card", "judge", "cylinder")
            .whereLayer("gas")
            .mayOnlyBeAccessedByLayers("run", "card", "judge", "cylinder", "detector");
}
