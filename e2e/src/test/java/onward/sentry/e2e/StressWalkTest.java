package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/**
 * Two technicians with three lanes each take gas from one shelf, each in a browser of their own, and a third person has the
 * list of cylinders open; afterwards everything on record holds. {@code SENTRY_STRESS_MINUTES} makes it longer.
 */
class StressWalkTest {

    private static final int LANES = 3;
    private static final Duration LONG = Duration.ofMinutes(Long.parseLong(
            Optional.ofNullable(System.getenv("SENTRY_STRESS_MINUTES")).orElse("2")));

    private final World world = World.ownDemo();

    @AfterEach
    void end() {
        world.close();
    }

    /** A technician with a row of detectors, who puts the next one on the bench when one is signed. */
    private final class Technician {

        private final Walk walk;
        private final String prefix;
        private final List<String> signed = new ArrayList<>();
        private int taken;

        Technician(String signInName, String prefix) {
            this.prefix = prefix;
            world.crew("Stress " + prefix, prefix, (int) LONG.toMinutes() * LANES * 2 + LANES, 120);
            walk = new Walk(world).signIn(signInName).readings("Over the link", 10);
            leadToTheLaneThatNeedsAction();
            for (int i = 0; i < LANES; i++) {
                next();
            }
        }

        private void leadToTheLaneThatNeedsAction() {
            walk.page()
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Readings")))
                    .click();
            walk.page().getByLabel("Go to the lane that needs action").check();
            walk.page().keyboard().press("Escape");
        }

        private void next() {
            taken++;
            walk.putOnBench(prefix + (100 + taken));
        }

        /** Does what is asked of this technician now, if anything is. */
        void goOn() {
            if (walk.nextHand().getByText("Signed").count() > 0) {
                signed.add(walk.page().url());
                next();
            } else if (walk.keyOn().isEmpty()) {
                walk.page().waitForTimeout(100);
            }
        }
    }

    @Test
    @SuppressWarnings("unchecked")
    void twoTechniciansOnSixLanesAndOneShelfLeaveARecordThatHolds() throws Exception {
        var una = new Technician("una", "SU-");
        var brand = new Technician("brand", "SB-");
        try (var marit = new Walk(world).signIn("marit")) {
            marit.open("/gas");
            var until = Instant.now().plus(LONG);
            while (Instant.now().isBefore(until)) {
                una.goOn();
                brand.goOn();
            }
            assertThat(una.signed).isNotEmpty();
            assertThat(brand.signed).isNotEmpty();
            var stored = (List<Map<String, Object>>)
                    marit.page().evaluate("async () => (await (await fetch('/api/v1/cylinders')).json())");
            for (var cylinder : stored) {
                assertThat(((Number) cylinder.get("litresLeft")).doubleValue())
                        .as(cylinder.toString())
                        .isNotNegative();
            }
            List.of(una.walk, brand.walk, marit).forEach(Walk::nothingWentWrong);
        } finally {
            una.walk.close();
            brand.walk.close();
        }
        assertThat(world.verified()).endsWith("Everything on record holds.\n");
        assertThat(world.printed()).doesNotContain("deadlock detected").doesNotContain("Unexpected");
    }
}
