package onward.sentry.server.calculator;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.calculator.Calculation;
import onward.sentry.core.calculator.Calculations;
import onward.sentry.core.calculator.Input;
import onward.sentry.core.calculator.Result;
import onward.sentry.core.working.Derivation;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class CalculatorController {

    private final SitePolicies policies;

    CalculatorController(SitePolicies policies) {
        this.policies = policies;
    }

    /** @param usual what is taken when it is not given; empty: it must be given */
    record InputView(String name, String what, Input.Kind kind, Optional<String> usual) {
        static InputView of(Input input) {
            return new InputView(input.name(), input.what(), input.kind(), input.usual());
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

    record GroupView(String title, List<CalculationView> calculations) {
        static GroupView of(Calculations.Group group) {
            return new GroupView(
                    group.title(),
                    group.calculations().stream().map(CalculationView::of).toList());
        }
    }

    /** @param filled the formula with its numbers in it */
    record AnswerOf(String value, OptionalDouble number, String unit, String filled, Derivation working) {
        static AnswerOf of(Result result) {
            return new AnswerOf(
                    result.value(),
                    result.number(),
                    result.unit(),
                    result.working().filled(),
                    result.working());
        }
    }

    @GetMapping("/api/v1/calculators")
    List<GroupView> calculations() {
        return Calculations.groups().stream().map(GroupView::of).toList();
    }

    @PostMapping("/api/v1/calculators/{calculation}")
    AnswerOf answer(@PathVariable String calculation, @RequestBody Map<String, String> given) {
        return AnswerOf.of(
                Calculations.answer(calculation, given, policies.policy().gases()));
    }
}
