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

    public BenchDay {
        shifts = List.copyOf(shifts);
    }

    /** Minutes of all technicians together. */
    public int minutes() {
        return shifts.stream().mapToInt(Shift::minutes).sum();
    }

    /** Minutes of those who hold at least one of these competences. */
    public int minutesOfAny(Set<String> competences) {
        return shifts.stream()
                .filter(shift -> competences.stream().anyMatch(shift.competences()::contains))
                .mapToInt(Shift::minutes)
                .sum();
    }
}
