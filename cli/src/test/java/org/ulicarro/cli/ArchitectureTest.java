package org.ulicarro.cli;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Who may know whom, and what keeps every digit the same everywhere. */
class ArchitectureTest {

    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("org.ulicarro");

    @Test
    void insideCoreArrowsPointOneWay() {
        String core = "org.ulicarro.core.";
        layeredArchitecture()
                .consideringOnlyDependenciesInAnyPackage("org.ulicarro.core..")
                .layer("base")
                .definedBy(core + "base..")
                .layer("study")
                .definedBy(core + "study..")
                .layer("network")
                .definedBy(core + "network..")
                .layer("demand")
                .definedBy(core + "demand..")
                .layer("signal")
                .definedBy(core + "signal..")
                .layer("traffic")
                .definedBy(core + "traffic..")
                .layer("analysis")
                .definedBy(core + "analysis..")
                .layer("measure")
                .definedBy(core + "measure..")
                .layer("tracks")
                .definedBy(core + "tracks..")
                .layer("run")
                .definedBy(core + "run..")
                .layer("timing")
                .definedBy(core + "timing..")
                .layer("search")
                .definedBy(core + "search..")
                .layer("assign")
                .definedBy(core + "assign..")
                .layer("piece")
                .definedBy(core + "piece..")
                .whereLayer("base")
                .mayNotAccessAnyLayer()
                .whereLayer("study")
                .mayOnlyAccessLayers("base")
                .whereLayer("network")
                .mayOnlyAccessLayers("base", "study")
                .whereLayer("demand")
                .mayOnlyAccessLayers("base", "study", "network")
                .whereLayer("signal")
                .mayOnlyAccessLayers("base", "study", "network")
                .whereLayer("traffic")
                .mayOnlyAccessLayers("base", "study", "network", "demand", "signal")
                .whereLayer("analysis")
                .mayOnlyAccessLayers("base", "study", "network", "demand", "signal")
                .whereLayer("measure")
                .mayOnlyAccessLayers("base", "study", "network", "demand", "signal", "traffic", "analysis")
                .whereLayer("tracks")
                .mayOnlyAccessLayers("base", "study", "network", "demand", "signal", "traffic")
                .whereLayer("run")
                .mayOnlyAccessLayers(
                        "base", "study", "network", "demand", "signal", "traffic", "analysis", "measure", "tracks")
                .whereLayer("search")
                .mayOnlyAccessLayers(
                        "base", "study", "network", "demand", "signal", "analysis", "measure", "run", "timing")
                .whereLayer("search")
                .mayNotBeAccessedByAnyLayer()
                .whereLayer("assign")
                .mayOnlyAccessLayers(
                        "base", "study", "network", "demand", "signal", "traffic", "analysis", "measure", "run")
                .whereLayer("assign")
                .mayNotBeAccessedByAnyLayer()
                .whereLayer("piece")
                .mayOnlyAccessLayers("base", "study", "network", "demand", "signal", "traffic", "measure", "run")
                .whereLayer("piece")
                .mayNotBeAccessedByAnyLayer()
                .whereLayer("timing")
                .mayOnlyAccessLayers("base", "study", "network", "demand", "signal", "analysis")
                .whereLayer("timing")
                .mayOnlyBeAccessedByLayers("search")
                .check(ALL);
    }

    /** Kinds of control know what they share, not each other; only the one that chooses knows them. */
    @Test
    void kindsOfControlStandBesideEachOther() {
        String signal = "org.ulicarro.core.signal.";
        layeredArchitecture()
                .consideringOnlyDependenciesInLayers()
                .layer("shared")
                .definedBy("org.ulicarro.core.signal", signal + "events..")
                .layer("fixed")
                .definedBy(signal + "fixed..")
                .layer("ring")
                .definedBy(signal + "ring..")
                .layer("stage")
                .definedBy(signal + "stage..")
                .layer("meter")
                .definedBy(signal + "meter..")
                .layer("external")
                .definedBy(signal + "external..")
                .layer("compile")
                .definedBy(signal + "compile..")
                .whereLayer("shared")
                .mayNotAccessAnyLayer()
                .whereLayer("fixed")
                .mayOnlyAccessLayers("shared")
                .whereLayer("ring")
                .mayOnlyAccessLayers("shared")
                .whereLayer("stage")
                .mayOnlyAccessLayers("shared")
                .whereLayer("meter")
                .mayOnlyAccessLayers("shared")
                .whereLayer("external")
                .mayOnlyAccessLayers("shared", "fixed") // a plan by the clock takes over when nobody answers
                .check(ALL);
    }

    /** The rooms of the traffic model, each of which knows only those before it. */
    @Test
    void roomsOfTrafficKnowThoseBeforeThem() {
        String traffic = "org.ulicarro.core.traffic";
        List<String> rooms = List.of(
                "lanes",
                "state",
                "events",
                "following",
                "way",
                "people",
                "stops",
                "setup",
                "junctions",
                "changing",
                "entries",
                "watching",
                "driving");
        List<String> later = new ArrayList<>(List.of(traffic));
        for (int i = rooms.size() - 1; i >= 0; i--) {
            String room = traffic + "." + rooms.get(i);
            noClasses()
                    .that()
                    .resideInAPackage(room)
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(later.toArray(String[]::new))
                    .check(ALL);
            later.add(room);
        }
        classes()
                .that()
                .resideInAPackage(traffic + "..")
                .should()
                .resideInAnyPackage(later.toArray(String[]::new))
                .check(ALL);
        // what decides how anybody drives is nobody's business outside
        noClasses()
                .that()
                .resideOutsideOfPackage(traffic + "..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(Stream.of("following", "way", "junctions", "changing", "entries", "driving")
                        .map(room -> traffic + "." + room)
                        .toArray(String[]::new))
                .check(ALL);
    }

    @Test
    void coreKnowsNoFilesNoInterfaceAndNoLibraryBesidesItsOwn() {
        noClasses()
                .that()
                .resideInAPackage("org.ulicarro.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.ulicarro.files..",
                        "org.ulicarro.report..",
                        "org.ulicarro.link..",
                        "org.ulicarro.cli..",
                        "tools.jackson..",
                        "picocli..",
                        "java.nio.file..",
                        "java.sql..",
                        "java.awt..")
                .check(ALL);
        noClasses()
                .that()
                .resideInAPackage("org.ulicarro.report..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.ulicarro.files..", "org.ulicarro.link..", "org.ulicarro.cli..")
                .check(ALL);
        noClasses()
                .that()
                .resideInAPackage("org.ulicarro.files..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.ulicarro.report..", "org.ulicarro.link..", "org.ulicarro.cli..")
                .check(ALL);
        noClasses()
                .that()
                .resideInAPackage("org.ulicarro.link..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.ulicarro.files..", "org.ulicarro.report..", "org.ulicarro.cli..")
                .check(ALL);
    }

    /** What others wrote comes in through one class, which bounds it, and goes out through one that names the file when it fails. */
    @Test
    void filesHaveTwoDoors() {
        classes()
                .that()
                .haveSimpleNameNotContaining("InputFile")
                .and()
                .haveSimpleNameNotContaining("OutputFile")
                .and()
                .doNotHaveSimpleName("DrawingFile") // the same for pictures, in a module that knows no files
                .should(
                        new com.tngtech.archunit.lang.ArchCondition<>(
                                "read and write through InputFile and OutputFile") {
                            @Override
                            public void check(
                                    com.tngtech.archunit.core.domain.JavaClass type,
                                    com.tngtech.archunit.lang.ConditionEvents events) {
                                type.getMethodCallsFromSelf().stream()
                                        .filter(
                                                call -> call.getTargetOwner().isEquivalentTo(java.nio.file.Files.class)
                                                        && call.getTarget()
                                                                .getName()
                                                                .matches(
                                                                        "read(AllBytes|String|AllLines)|lines|newInputStream|newBufferedReader"
                                                                                + "|write|writeString|newOutputStream|newBufferedWriter"))
                                        .forEach(call ->
                                                events.add(com.tngtech.archunit.lang.SimpleConditionEvent.violated(
                                                        call, call.getDescription())));
                            }
                        })
                .check(ALL);
    }

    /** StrictMath gives the same digits on every machine; Math need not for these. Nor may a hash decide an order. */
    @Test
    void coreKeepsEveryDigit() {
        for (String function :
                new String[] {"sin", "cos", "tan", "atan2", "exp", "log", "pow", "cbrt", "hypot", "fma"}) {
            classes()
                    .that()
                    .resideInAPackage("org.ulicarro.core..")
                    .should(new com.tngtech.archunit.lang.ArchCondition<>("not call Math." + function) {
                        @Override
                        public void check(
                                com.tngtech.archunit.core.domain.JavaClass type,
                                com.tngtech.archunit.lang.ConditionEvents events) {
                            type.getMethodCallsFromSelf().stream()
                                    .filter(call -> call.getTargetOwner().isEquivalentTo(Math.class)
                                            && call.getTarget().getName().equals(function))
                                    .forEach(call -> events.add(com.tngtech.archunit.lang.SimpleConditionEvent.violated(
                                            call, call.getDescription())));
                        }
                    })
                    .check(ALL);
        }
        noClasses()
                .that()
                .resideInAPackage("org.ulicarro.core..")
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.util.HashMap")
                .orShould()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.util.HashSet")
                .orShould()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.util.Random")
                .check(ALL);
    }
}
