package onward.sentry.server.workings;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.workings.Calculation;
import onward.sentry.core.workings.Calculations;
import onward.sentry.core.workings.Input;
import onward.sentry.core.workings.Result;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class WorkingsController {

    /** @param usual what is taken when it is not given; empty: it must be given */
    record InputView(String name, String what, Optional<String> usual) {
        static InputView of(Input input) {
            return new InputView(input.name(), input.what(), input.usual());
        }
    }

    /** @param takesGases whether, besides its inputs, it takes gases of the library with a share each */
    record CalculationView(String name, String title, List<InputView> inputs, boolean takesGases) {
        static CalculationView of(Calculation calculation) {
            return new CalculationView(
                    calculation.name(),
                    calculation.title(),
                    calculation.inputs().stream().map(InputView::of).toList(),
                    calculation.takesGases());
        }
    }

    @GetMapping("/api/v1/workings")
    List<CalculationView> calculations() {
        return Calculations.all().stream().map(CalculationView::of).toList();
    }

    @PostMapping("/api/v1/workings/{calculation}")
    Result answer(@PathVariable String calculation, @RequestBody Map<String, String> given) {
        return Calculations.answer(calculation, given);
    }
}
