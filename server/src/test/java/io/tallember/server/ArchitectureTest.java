package io.tallember.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.properties.HasName;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import io.tallember.part.steps.Kinds;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Who may know whom. */
@AnalyzeClasses(packages = "io.tallember", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    private static final String[] CORE = {
        "io.tallember.geometry..",
        "io.tallember.solid..",
        "io.tallember.sketch..",
        "io.tallember.part..",
        "io.tallember.exchange..",
        "io.tallember.inspect.."
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
            .layer("inspect")
            .definedBy("io.tallember.inspect..")
            .layer("server")
            .definedBy("io.tallember.server..")
            .optionalLayer("ember")
            .definedBy("io.tallember.ember..")
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
            .whereLayer("inspect")
            .mayOnlyAccessLayers("geometry", "solid", "part")
            .whereLayer("server")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("ember")
            .mayNotBeAccessedByAnyLayer();

    @ArchTest
    static final ArchRule CORE_IS_PLAIN = noClasses()
            .that()
            .resideInAnyPackage(CORE)
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework..", "org.apache.ibatis..", "java.sql..", "com.fasterxml..");

    /** JSON is read and written where part files, their fields and the sentences of steps are, and glTF, which is JSON. */
    @ArchTest
    static final ArchRule JSON_ONLY_AT_THE_BORDER = noClasses()
            .that()
            .resideInAnyPackage(CORE)
            .and()
            .resideOutsideOfPackages(
                    "io.tallember.part.file..",
                    "io.tallember.part.fields..",
                    "io.tallember.part.steps..",
                    "io.tallember.part.shows..",
                    "io.tallember.exchange.mesh..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("tools.jackson..");

    /** Who wants something of a step asks the step, or its kind through the list; only tests look into a kind's folder. */
    @ArchTest
    static final ArchRule KINDS_ARE_ASKED_THROUGH_THE_LIST = noClasses()
            .that()
            .resideOutsideOfPackage("io.tallember.part.steps..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("io.tallember.part.steps.*..");

    /** No kind knows another's folder, but for ready pieces, which open into others' steps. */
    @ArchTest
    static final ArchRule KINDS_KNOW_NO_OTHERS = slices().matching("io.tallember.part.steps.(*)")
            .should()
            .notDependOnEachOther()
            .ignoreDependency(
                    JavaClass.Predicates.resideInAPackage("io.tallember.part.steps.moulded"),
                    DescribedPredicate.alwaysTrue());

    /** Packages, not modules only: those can't cycle. The list of kinds names them all; that is what it is for. */
    @ArchTest
    static final ArchRule NO_CYCLES = slices().matching("io.tallember.(**)")
            .should()
            .beFreeOfCycles()
            .ignoreDependency(
                    HasName.Predicates.nameStartingWith(Kinds.class.getName()), DescribedPredicate.alwaysTrue());

    @ArchTest
    static void oneSimpleNameOneClass(JavaClasses classes) {
        Map<String, List<String>> byName = classes.stream()
                .filter(c -> !c.isNestedClass() && !c.getSimpleName().equals("package-info"))
                .collect(Collectors.groupingBy(
                        JavaClass::getSimpleName, Collectors.mapping(JavaClass::getName, Collectors.toList())));
        assertThat(byName.values()).allSatisfy(of -> assertThat(of).hasSize(1));
    }
}
