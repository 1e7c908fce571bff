package onward.sentry.server.maintenance;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import onward.sentry.core.maintenance.PartStock;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The spare parts of the site. */
@Service
public class PartStocks {

    private final PartStockRepository parts;
    private final Ledger ledger;

    PartStocks(PartStockRepository parts, Ledger ledger) {
        this.parts = parts;
        this.ledger = ledger;
    }

    /** By name. */
    @Transactional(readOnly = true)
    List<PartStock> all() {
        return parts.findAllByOrderByName().stream()
                .map(PartStockEntity::toCore)
                .toList();
    }

    @Transactional(readOnly = true)
    Map<String, PartStock> byName() {
        return all().stream().collect(Collectors.toMap(PartStock::name, stock -> stock));
    }

    /** Somebody has counted them, or more have come. */
    @Transactional
    public void set(PartStock stock, String by) {
        parts.findById(stock.name())
                .ifPresentOrElse(known -> known.become(stock), () -> parts.save(new PartStockEntity(stock)));
        parts.flush();
        ledger.append(
                LedgerKind.PART_STOCK_SET,
                by,
                Map.of("part", stock.name(), "count", stock.count(), "reorderAt", stock.reorderAt()));
    }

    /** What was used leaves the stock; of a part that nobody counts nothing is taken. */
    @Transactional
    void take(Map<String, Integer> used) {
        parts.findByNameInOrderByName(used.keySet()).forEach(part -> {
            var stock = part.toCore();
            part.become(stock.less(used.get(stock.name())));
        });
        parts.flush();
    }
}
