package onward.sentry.server.house;

import onward.sentry.core.house.HousePolicy;
import onward.sentry.formats.CardLibrary;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
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
    public void run(ApplicationArguments args) {
        house.publish(HousePolicy.SHIPPED);
        CardLibrary.all().forEach(house::publish);
    }
}
