package io.tallember.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.GeometryException.Reason;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Lengths, places and names in sentences stay values until they are told. */
class TermsTest {
    private static final Terms.Telling INCHES = new Terms.Telling(25.4, "in", id -> "Step " + id);

    @Test
    void lengthsAreToldInAUnit() {
        String s = "At most " + Terms.length(50.8) + " works.";
        assertThat(Terms.told(s, Terms.Telling.PLAIN)).isEqualTo("At most 50.8 mm works.");
        assertThat(Terms.told(s, INCHES)).isEqualTo("At most 2 in works.");
        assertThat(Terms.told(Terms.length(1e-6), INCHES)).isEqualTo("0.000000039 in");
        assertThat(Terms.told(Terms.length(0), INCHES)).isEqualTo("0 in");
        assertThat(Terms.told(Terms.length(-1.23456789), Terms.Telling.PLAIN)).isEqualTo("-1.2346 mm");
    }

    @Test
    void placesAndNamesToo() {
        Vec3 p = new Vec3(25.4, -0.0, 12.7);
        String s = Terms.step("s3") + " fails near " + p.said() + ".";
        assertThat(Terms.told(s, INCHES)).isEqualTo("Step s3 fails near (1.0000, 0.0000, 0.5000).");
        assertThat(Terms.told(s, Terms.Telling.PLAIN)).isEqualTo("s3 fails near (25.400, 0.000, 12.700).");
        assertThat(Terms.places(s)).isEqualTo(List.of(p));
    }

    @Test
    void anExceptionIsReadInMillimetresAndToldInAnyUnit() {
        GeometryException e = new GeometryException(Reason.BAD_VALUE, "Up to " + Terms.length(25.4) + " works.", 25.4);
        assertThat(e).hasMessage("Up to 25.4 mm works.");
        assertThat(e.told(INCHES)).hasMessage("Up to 1 in works.");
        assertThat(e.told(INCHES).remedy()).isEqualTo(25.4);
    }
}
