package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.time.LocalDate;
import onward.sentry.core.gas.Unit;
import org.junit.jupiter.api.Test;

class CylinderSheetTest {

    private static final String HEADER =
            "tag,certificate,lot,made_on,use_before,volume_l,full_bar,gauge_bar,balance,components\n";
    private static final String MIX = "\"methane 1.25 vol% ±2 %; O₂ 16 vol% +/-1 %; Carbon monoxide 80 ppm ±2 %\"";

    @Test
    void aLineIsACylinderWithItsComponentsByNameFormulaOrId() {
        var lines = CylinderSheet.read(
                "\uFEFF" + HEADER + "HM-07,SKV-1,L1,2026-01-10,2027-01-10,103,69,68.5,Nitrogen," + MIX + "\n");
        var cylinder = lines.get(0).cylinder().orElseThrow();
        assertThat(lines.get(0).line()).isEqualTo(2);
        assertThat(cylinder.useBefore()).isEqualTo(LocalDate.of(2027, 1, 10));
        assertThat(cylinder.gaugeBar()).isEqualTo(68.5);
        assertThat(cylinder.mixture().components())
                .extracting(
                        c -> c.gasId(),
                        c -> c.certified().value(),
                        c -> c.certified().unit(),
                        c -> c.relativeUncertainty())
                .containsExactly(
                        tuple("methane", 1.25, Unit.VOL_PERCENT, 0.02),
                        tuple("oxygen", 16.0, Unit.VOL_PERCENT, 0.01),
                        tuple("carbon-monoxide", 80.0, Unit.PPM, 0.02));
    }

    @Test
    void semicolonsBetweenFieldsGoWithDecimalCommas() {
        var lines = CylinderSheet.read(HEADER.replace(',', ';')
                + "CO-07;SKV-2;L2;2026-01-10;2027-01-10;58;35;20,5;air;carbon monoxide 80 ppm ±2 %\n");
        assertThat(lines.get(0).faults()).isEmpty();
        assertThat(lines.get(0).cylinder().orElseThrow().gaugeBar()).isEqualTo(20.5);
    }

    @Test
    void everyFaultOfALineIsToldByItsColumnWithTheWayOutAndTheOthersAreRead() {
        var lines = CylinderSheet.read(HEADER
                + "HM-08,SKV-3,L1,2026-01-10,31.12.2027,103,sixty-nine,60,nitrogen," + MIX + "\n"
                + "HM-09,SKV-4,,2026-01-10,2027-01-10,103,69,80,nitrogen,\"xenon 5 ppm; methane lots\"\n"
                + "HM-10,SKV-5,L1,2026-01-10,2025-01-10,103,69,60,nitrogen," + MIX + "\n"
                + "HM-08,SKV-6,L1,2026-01-10,2027-01-10,103,69,60,helium," + MIX + "\n"
                + "HM-11,SKV-7,L1,2026-01-10,2027-01-10,103,69,60,nitrogen," + MIX + "\n");
        assertThat(lines.get(0).faults())
                .extracting(CylinderSheet.Fault::column, CylinderSheet.Fault::value, CylinderSheet.Fault::wayOut)
                .containsExactly(
                        tuple("use_before", "31.12.2027", "Write 2027-12-31."),
                        tuple("full_bar", "sixty-nine", "Write it as 68.5."));
        assertThat(lines.get(1).faults())
                .extracting(CylinderSheet.Fault::column)
                .containsExactly("lot", "components", "components");
        assertThat(lines.get(2).faults())
                .extracting(CylinderSheet.Fault::column, CylinderSheet.Fault::value)
                .containsExactly(tuple("use_before", "2025-01-10"));
        assertThat(lines.get(3).faults())
                .extracting(CylinderSheet.Fault::column)
                .containsExactly("tag", "balance");
        assertThat(lines.get(4).cylinder()).isPresent();
    }

    @Test
    void aDateThatCouldBeReadTwoWaysIsNotGuessed() {
        var lines = CylinderSheet.read(HEADER + "A,C,L,2026-01-10,05/06/2027,58,35,20,air,CO 80 ppm\n");
        assertThat(lines.get(0).faults().get(0).wayOut()).isEqualTo("Write year, month, day.");
    }

    @Test
    void withoutItsColumnsItIsNoSheet() {
        assertThatThrownBy(() -> CylinderSheet.read("tag,lot\nA,B\n")).hasMessageContaining("'certificate' is missing");
        assertThatThrownBy(() -> CylinderSheet.read("")).hasMessageContaining("'tag' is missing");
    }
}
