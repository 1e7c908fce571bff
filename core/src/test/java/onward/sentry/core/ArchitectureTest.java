package onward.sentry.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.assertj.core.api.Assertions;

@AnalyzeClasses(packages = "onward.sentry.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    /** What each package may import; nothing points back. */
    private static final Map<String, List<String>> MAY_IMPORT = Map.ofEntries(
            Map.entry("working", List.of()),
            Map.entry("units", List.of("working")),
            Map.entry("gas", List.of("working")),
            Map.entry("rig", List.of("gas", "working")),
            Map.entry("detector", List.of("gas", "working")),
            Map.entry("cylinder", List.of("detector", "gas", "rig", "units", "working")),
            Map.entry("policy", List.of("gas", "schedule", "units", "working")),
            Map.entry("trace", List.of("working")),
            Map.entry("schedule", List.of("working")),
            Map.entry("card", List.of("detector", "gas", "policy", "rig", "schedule", "units", "working")),
            Map.entry("judge", List.of("detector", "gas", "policy", "trace", "working")),
            Map.entry(
                    "measure",
                    List.of("card", "cylinder", "detector", "gas", "policy", "judge", "result", "trace", "working")),
            Map.entry("doubt", List.of("detector", "gas", "judge", "working")),
            Map.entry("calculator", List.of("gas", "judge", "rig", "schedule", "working")),
            Map.entry(
                    "offline",
                    List.of(
                            "card",
                            "cylinder",
                            "detector",
                            "doubt",
                            "evidence",
                            "gas",
                            "policy",
                            "judge",
                            "measure",
                            "rig",
                            "result",
                            "run",
                            "trace",
                            "working")),
            Map.entry("maintenance", List.of("card", "working")),
            Map.entry("plan", List.of("working")),
            Map.entry("paper", List.of("card", "schedule", "working")),
            Map.entry("health", List.of("judge", "schedule", "working")),
            Map.entry("replay", List.of("card", "policy", "result", "run", "trace", "units", "working")),
            Map.entry(
                    "evidence",
                    List.of(
                            "card",
                            "cylinder",
                            "detector",
                            "gas",
                            "judge",
                            "rig",
                            "result",
                            "run",
                            "trace",
                            "working")),
            Map.entry("diagnosis", List.of("card", "detector", "evidence", "gas", "judge", "rig", "run", "working")),
            Map.entry(
                    "sim",
                    List.of(
                            "card",
                            "cylinder",
                            "detector",
                            "gas",
                            "policy",
                            "judge",
                            "lanes",
                            "plan",
                            "rig",
                            "result",
                            "run",
                            "shelf",
                            "trace",
                            "units",
                            "working")),
            Map.entry("strip", List.of("card", "detector", "judge", "result", "run", "trace", "working")),
            Map.entry(
                    "shelf",
                    List.of(
                            "card",
                            "cylinder",
                            "detector",
                            "gas",
                            "policy",
                            "rig",
                            "result",
                            "run",
                            "schedule",
                            "units",
                            "working")),
            Map.entry("result", List.of("card", "judge", "schedule", "working")),
            Map.entry("lanes", List.of("card", "cylinder", "detector", "gas", "rig", "run", "working")),
            Map.entry(
                    "run",
                    List.of(
                            "card",
                            "cylinder",
                            "detector",
                            "doubt",
                            "gas",
                            "policy",
                            "measure",
                            "judge",
                            "rig",
                            "result",
                            "schedule",
                            "trace",
                            "units",
                            "working")));

    /** The standard's units library turns bar into psi; everything else is plain. */
    @ArchTest
    static final ArchRule plainJava = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage("java..", "onward.sentry.core..", "javax.measure..", "tech.units..");

    @ArchTest
    static final ArchRule unitsLibraryStaysInItsPlace = noClasses()
            .that()
            .resideOutsideOfPackage("..core.units")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javax.measure..", "tech.units..");

    @ArchTest
    static void everyPackageImportsOnlyWhatItMay(JavaClasses core) {
        MAY_IMPORT.forEach((name, allowed) -> {
            var forbidden = new TreeSet<>(MAY_IMPORT.keySet());
            forbidden.remove(name);
            allowed.forEach(forbidden::remove);
            noClasses()
                    .that()
                    .resideInAPackage("..core." + name)
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            forbidden.stream().map(other -> "..core." + other).toArray(String[]::new))
                    .check(core);
        });
    }

    @ArchTest
    static void everyPackageIsInTheTable(JavaClasses core) {
        var packages = new TreeSet<String>();
        core.forEach(c -> packages.add(c.getPackageName().replace("onward.sentry.core.", "")));
        Assertions.assertThat(packages).isEqualTo(new TreeSet<>(MAY_IMPORT.keySet()));
    }

    @ArchTest
    static void noPackageHoldsSoMuchThatNobodyFindsAnything(JavaClasses core) {
        var largest = Arrays.stream(MAY_IMPORT.keySet().toArray(String[]::new))
                .mapToLong(name -> core.stream()
                        .filter(c -> c.getPackageName().endsWith("core." + name)
                                && c.isTopLevelClass()
                                && !c.getSimpleName().equals("package-info"))
                        .count())
                .max()
                .orElseThrow();
        Assertions.assertThat(largest).isLessThanOrEqualTo(30);
    }
}
