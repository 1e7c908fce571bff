package onward.sentry.core.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.rig.Equipment.Check;
import onward.sentry.core.rig.Equipment.CheckStatus;
import onward.sentry.core.rig.Equipment.Kind;
import org.junit.jupiter.api.Test;

class EquipmentTest {

    private static final LocalDate CHECKED = LocalDate.of(2026, 1, 31);

    private static Equipment regulator(double stamped, Optional<Check> last) {
        return new Equipment("R-1", Kind.REGULATOR, Optional.of(Regulator.fixed(stamped)), 1, last);
    }

    @Test
    void aRegulatorGivesWhatIsStampedOnItWithinATenth() {
        assertThat(regulator(0.5, Optional.empty())
                        .judge(OptionalDouble.of(0.45), false)
                        .passed())
                .isTrue();
        var weak = regulator(0.5, Optional.empty()).judge(OptionalDouble.of(0.44), true);
        assertThat(weak.passed()).isFalse();
        assertThat(weak.working().result()).isEqualTo("-12 % → failed");
        assertThatThrownBy(() -> regulator(0.5, Optional.empty()).judge(OptionalDouble.empty(), true))
                .hasMessageContaining("The flow of a regulator is measured");
    }

    @Test
    void itIsGoodThroughItsDueDayAndDueWithoutACheck() {
        var good = regulator(0.5, Optional.of(new Check(CHECKED, OptionalDouble.of(0.48), true)));
        assertThat(good.dueOn(CHECKED)).isEqualTo(LocalDate.of(2026, 2, 28));
        assertThat(good.standing(LocalDate.of(2026, 2, 28))).isEqualTo(CheckStatus.GOOD);
        assertThat(good.standing(LocalDate.of(2026, 3, 1))).isEqualTo(CheckStatus.DUE);
        assertThat(regulator(0.5, Optional.empty()).standing(CHECKED)).isEqualTo(CheckStatus.DUE);
        assertThat(good.asMeasured(CHECKED).orElseThrow().litresPerMinute()).isEqualTo(0.48);
    }

    @Test
    void aRigOfTheBenchIsUsedWithWhatWasMeasuredAndNotWithARegulatorThatFailed() {
        var tubing = new Tubing(Tubing.Material.PTFE, new SampleLine(0.5, 4));
        var good = regulator(0.5, Optional.of(new Check(CHECKED, OptionalDouble.of(0.48), true)));
        var rig = new BenchRig("Window", good, Delivery.CUP, tubing).forUse(CHECKED);
        assertThat(rig.regulator().litresPerMinute()).isEqualTo(0.48);
        assertThat(rig.regulator().tag()).isEqualTo(good.tag());
        assertThat(rig.regulator().checkDue()).contains(good.dueOn(CHECKED));
        var failed = regulator(0.5, Optional.of(new Check(CHECKED, OptionalDouble.of(0.4), false)));
        assertThatThrownBy(() -> new BenchRig("Window", failed, Delivery.CUP, tubing).forUse(CHECKED))
                .hasMessageContaining("failed its last check");
        assertThatThrownBy(() -> new BenchRig(" ", good, Delivery.CUP, tubing))
                .hasMessageContaining("1 to 40 characters");
    }

    @Test
    void whatFailedStaysFailedHoweverLongAgo() {
        var failed = new Equipment(
                "B-1",
                Kind.BAROMETER,
                Optional.empty(),
                12,
                Optional.of(new Check(CHECKED, OptionalDouble.empty(), false)));
        assertThat(failed.standing(CHECKED.plusYears(3))).isEqualTo(CheckStatus.FAILED);
        assertThat(failed.judge(OptionalDouble.empty(), true).passed()).isTrue();
        assertThatThrownBy(() -> failed.judge(OptionalDouble.of(1), true)).hasMessageContaining("no flow of its own");
    }

    @Test
    void onlyARegulatorHasAFlow() {
        assertThatThrownBy(
                        () -> new Equipment("G-1", Kind.GAUGE, Optional.of(Regulator.fixed(0.5)), 12, Optional.empty()))
                .hasMessageContaining("a gauge has no flow of its own");
        assertThatThrownBy(() -> new Equipment("G-1", Kind.GAUGE, Optional.empty(), 0, Optional.empty()))
                .hasMessageContaining("every 1 to 60 months");
    }
}
