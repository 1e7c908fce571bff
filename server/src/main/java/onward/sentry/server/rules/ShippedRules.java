package onward.sentry.server.rules;

import onward.sentry.core.policy.SitePolicy;
import onward.sentry.formats.CardLibrary;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Puts the shipped cards and the shipped site rules into an empty store at start-up. */
@Component
@Order(1)
class ShippedRules implements ApplicationRunner {

    private final SitePolicies policies;
    private final ProcedureLibrary library;

    ShippedRules(SitePolicies policies, ProcedureLibrary library) {
        this.policies = policies;
        this.library = library;
    }

    @Override
    public void run(ApplicationArguments args) {
        policies.publish(SitePolicy.SHIPPED);
        CardLibrary.all().forEach(library::publish);
    }
}
