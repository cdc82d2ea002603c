package io.tallember.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Who may know whom. */
@AnalyzeClasses(packages = "io.tallember", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    private static final String[] CORE = {
        "io.tallember.geometry..",
        "io.tallember.solid..",
        "io.tallember.sketch..",
        "io.tallember.part..",
        "io.tallember.exchange.."
    };

    @ArchTest
    static final ArchRule MODULES = layeredArchitecture()
            .consideringOnlyDependenciesInAnyPackage("io.tallember..")
            .layer("geometry")
            .definedBy("io.tallember.geometry..")
            .layer("solid")
            .definedBy("io.tallember.solid..")
            .layer("sketch")
            .definedBy("io.tallember.sketch..")
            .layer("part")
            .definedBy("io.tallember.part..")
            .layer("exchange")
            .definedBy("io.tallember.exchange..")
            .layer("server")
            .definedBy("io.tallember.server..")
            .whereLayer("geometry")
            .mayNotAccessAnyLayer()
            .whereLayer("solid")
            .mayOnlyAccessLayers("geometry")
            .whereLayer("sketch")
            .mayOnlyAccessLayers("geometry")
            .whereLayer("part")
            .mayOnlyAccessLayers("geometry", "solid", "sketch")
            .whereLayer("exchange")
            .mayOnlyAccessLayers("geometry", "solid", "sketch", "part")
            .whereLayer("server")
            .mayNotBeAccessedByAnyLayer();

    @ArchTest
    static final ArchRule CORE_IS_PLAIN = noClasses()
            .that()
            .resideInAnyPackage(CORE)
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework..", "org.apache.ibatis..", "java.sql..", "com.fasterxml..");

    @ArchTest
    static final ArchRule JSON_ONLY_IN_THE_FILE = noClasses()
            .that()
            .resideInAnyPackage(CORE)
            .and()
            .resideOutsideOfPackage("io.tallember.part.file..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("tools.jackson..");

    /** Packages, not modules only: those can't cycle. A document and the values it is sized by still know each other. */
    @ArchTest
    static final ArchRule NO_CYCLES = slices().matching("io.tallember.(**)")
            .should()
            .beFreeOfCycles()
            .ignoreDependency(
                    JavaClass.Predicates.resideInAPackage("io.tallember.part.values"),
                    JavaClass.Predicates.resideInAPackage("io.tallember.part"));
}
