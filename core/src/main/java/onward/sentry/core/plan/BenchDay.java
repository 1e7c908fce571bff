package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;

/**
 * A day on which the bench is open.
 *
 * @param shifts who works, at least one
 */
public record BenchDay(LocalDate date, List<Shift> shifts) {

    /**
     * Copies what it is given.
     *
     * @param date the day
     * @param shifts who works, at least one
     */
    public BenchDay {
        shifts = List.copyOf(shifts);
    }

    /** {@return minutes of all technicians together} */
    public int minutes() {
        return shifts.stream().mapToInt(Shift::minutes).sum();
    }

    /**
     * {@return minutes of those who hold at least one of these competences}
     *
     * @param competences any one of them is enough
     */
    public int minutesOfAny(Set<String> competences) {
        return shifts.stream()
                .filter(shift -> competences.stream().anyMatch(shift.competences()::contains))
                .mapToInt(Shift::minutes)
                .sum();
    }
}
