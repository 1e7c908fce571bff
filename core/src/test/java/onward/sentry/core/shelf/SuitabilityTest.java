package onward.sentry.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.GasDemands;
import org.junit.jupiter.api.Test;

class SuitabilityTest {

    private static final ProcedureCard CARD = Fixtures.quoin4Whole(new RetryPolicy(1, 0));

    static List<GasDemand> demands(Job job) {
        return GasDemands.of(CARD, job, SitePolicy.SHIPPED, Fixtures.TODAY);
    }

    static Tagged house(String tag, LocalDate useBefore, double gauge) {
        var mix = Fixtures.houseMix();
        return new Tagged(
                tag,
                new Cylinder(
                        mix.certificateNumber(),
                        mix.lot(),
                        mix.mixture(),
                        mix.madeOn(),
                        useBefore,
                        mix.volumeLitres(),
                        mix.fullBar(),
                        gauge,
                        mix.state()));
    }

    private static Tagged of(String tag, Mixture mixture, double gauge) {
        return new Tagged(
                tag,
                new Cylinder(
                        "C",
                        "L",
                        mixture,
                        Fixtures.TODAY.minusDays(100),
                        Fixtures.TODAY.plusDays(900),
                        58,
                        35,
                        gauge,
                        CylinderState.IN_USE));
    }

    private static Mixture holding(String gas, double amount) {
        return new Mixture(List.of(new Component(gas, Concentration.of(amount, Unit.PPM), 0.02)), "air");
    }

    @Test
    void oneConnectionServesTheWholeJobAndTheOldestUsableOneComesFirst() {
        var shelf = List.of(
                house("new", Fixtures.TODAY.plusDays(600), 30),
                house("old", Fixtures.TODAY.plusDays(200), 30),
                house("out", Fixtures.TODAY.minusDays(1), 30));
        var suitability = Suitability.of(demands(Job.CALIBRATION), shelf);
        assertThat(suitability.connections())
                .containsExactly(new Suitability.Connection(shelf.get(1), List.of(0, 1, 2)));
        assertThat(suitability.answers())
                .extracting(
                        answer -> answer.tagged().tag() + " " + answer.word().label())
                .containsExactly("old fits", "new fits", "out refused");
        assertThat(suitability.answers().get(2).fitness().refusals().get(0).code())
                .isEqualTo("cylinder-expired");
        assertThat(suitability.orders()).isEmpty();
    }

    @Test
    void severalCylindersAreConnectedInTheOrderOfTheCardAndWhatIsMissingIsOrdered() {
        var carbonMonoxide = of("CO-1", holding("carbon-monoxide", 80), 30);
        var demands = List.of(demand(3), demand(4), demand(3));
        var suitability = Suitability.of(demands, List.of(carbonMonoxide));
        assertThat(suitability.connections())
                .extracting(Suitability.Connection::serves)
                .containsExactly(List.of(0), List.of(2));
        assertThat(suitability.orders())
                .extracting(GasOrder::words)
                .containsExactly("hydrogen sulfide 15 ppm; balance air or nitrogen");

        var sulfide = of("HS-1", holding("hydrogen-sulfide", 15), 30);
        var mix = house("HM-1", Fixtures.TODAY.plusDays(200), 30);
        assertThat(Suitability.of(demands, List.of(carbonMonoxide, sulfide)).connections())
                .extracting(c -> c.tagged().tag())
                .containsExactly("CO-1", "HS-1", "CO-1");
        assertThat(Suitability.of(demands, List.of(carbonMonoxide, sulfide, mix))
                        .connections())
                .as("one mix spares two changes of regulator, though single gases waste less")
                .extracting(c -> c.tagged().tag())
                .containsExactly("HM-1");
    }

    private static GasDemand demand(int slot) {
        var whole = demands(Job.CALIBRATION).get(1);
        return new GasDemand(
                whole.wanted().stream().filter(w -> w.sensor().slot() == slot).toList(),
                whole.litres(),
                whole.conditions());
    }

    @Test
    void anOrderSaysWhatABeadNeedsInBothUnits() {
        assertThat(Suitability.of(List.of(demand(1)), List.of()).orders())
                .extracting(GasOrder::words)
                .containsExactly(
                        "methane 1.25 vol% (reads 25 %LEL); balance air, or nitrogen with at least 10 vol% oxygen"
                                + " for the bead");
    }

    @Property(tries = 100)
    void noConnectionIsEverOfferedThatTheBenchWouldRefuse(
            @ForAll @Size(max = 8) List<@IntRange(min = -50, max = 400) Integer> daysLeft,
            @ForAll @IntRange(min = 0, max = 40) int gauge) {
        var shelf = new java.util.ArrayList<Tagged>();
        for (int i = 0; i < daysLeft.size(); i++) {
            shelf.add(house("H" + i, Fixtures.TODAY.plusDays(daysLeft.get(i)), Math.max(0, gauge - 3 * i)));
        }
        var demands = demands(Job.CALIBRATION);
        var suitability = Suitability.of(demands, shelf);
        for (var connection : suitability.connections()) {
            for (int i : connection.serves()) {
                assertThat(CylinderCheck.of(connection.tagged().cylinder(), demands.get(i))
                                .allowed())
                        .isTrue();
            }
        }
        boolean anyServes = shelf.stream()
                .anyMatch(one -> demands.stream()
                        .allMatch(d -> CylinderCheck.of(one.cylinder(), d).allowed()));
        assertThat(suitability.connections().size() == 1 && suitability.orders().isEmpty())
                .isEqualTo(anyServes);
        assertThat(suitability.answers()).hasSize(shelf.size());
    }
}
