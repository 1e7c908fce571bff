package onward.sentry.server.house;

import java.io.IOException;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.server.platform.CoreJson;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.stereotype.Component;

/** Puts the shipped cards and the shipped policy into an empty store at start-up. */
@Component
@Order(1)
class ShippedHouse implements ApplicationRunner {

    private final House house;

    ShippedHouse(House house) {
        this.house = house;
    }

    @Override
    public void run(ApplicationArguments args) throws IOException {
        house.publish(HousePolicy.SHIPPED);
        for (var file : new PathMatchingResourcePatternResolver().getResources("classpath:/cards/*.json")) {
            try (var in = file.getInputStream()) {
                house.publish(CoreJson.canonical().readValue(in, ProcedureCard.class));
            }
        }
    }
}
