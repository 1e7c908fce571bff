package onward.sentry.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class ScatterTest {

    private static Trace of(double... values) {
        var trace = new Trace();
        for (int i = 0; i < values.length; i++) {
            trace.add(1_000L * i, values[i]);
        }
        return trace;
    }

    @Test
    void aStraightLineDoesNotScatter() {
        assertThat(Scatter.of(of(1, 2, 3, 4), 20_000, 1)).isCloseTo(0, within(1e-9));
    }

    @Test
    void whatLiesOffTheLineDoes() {
        // 1, 3, 1, 3: line 1.4 + 0.4 t, squares 0.16 + 1.44 + 1.44 + 0.16 = 3.2, √(3.2 ÷ 3)
        assertThat(Scatter.of(of(1, 3, 1, 3), 20_000, 1)).isCloseTo(1.0328, within(1e-4));
    }

    @Test
    void oneOutlierAndWhatIsLongAgoDoNotCount() {
        assertThat(Scatter.of(of(5, 5, 5, 5, 90, 5, 5, 5, 5), 20_000, 1)).isCloseTo(0, within(1e-9));
        assertThat(Scatter.of(of(40, 5, 5, 5, 5), 3_500, 1)).isCloseTo(0, within(1e-9));
    }

    @Test
    void ofTwoReadingsOrNoneNothingIsSaid() {
        assertThat(Scatter.of(of(), 20_000, 1)).isZero();
        assertThat(Scatter.of(of(1, 9), 20_000, 1)).isZero();
    }
}
