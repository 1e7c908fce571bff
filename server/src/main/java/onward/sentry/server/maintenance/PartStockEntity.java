package onward.sentry.server.maintenance;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import onward.sentry.core.maintenance.PartStock;

/** How many of a spare part there are. */
@Entity
@Table(name = "part_stock")
class PartStockEntity {

    @Id
    private String name;

    private int count;
    private int reorderAt;

    @Version
    private Long version;

    protected PartStockEntity() {}

    PartStockEntity(PartStock stock) {
        name = stock.name();
        become(stock);
    }

    void become(PartStock stock) {
        count = stock.count();
        reorderAt = stock.reorderAt();
    }

    PartStock toCore() {
        return new PartStock(name, count, reorderAt);
    }
}
