package onward.sentry.server.gas;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The cylinders of the site. */
@Service
public class Shelf {

    /** A cylinder with its place in the store and the tag that people call it by. */
    public record OnShelf(UUID id, String tag, Cylinder cylinder) {}

    private final CylinderRepository cylinders;
    private final Ledger ledger;

    Shelf(CylinderRepository cylinders, Ledger ledger) {
        this.cylinders = cylinders;
        this.ledger = ledger;
    }

    /** All cylinders, the one that expires first in front. */
    @Transactional(readOnly = true)
    public List<OnShelf> all() {
        return cylinders.findAllByOrderByUseBeforeAscTagAsc().stream()
                .map(Shelf::onShelf)
                .toList();
    }

    @Transactional(readOnly = true)
    public OnShelf cylinder(UUID id) {
        return cylinders.findById(id).map(Shelf::onShelf).orElseThrow(() -> new NotFound("Cylinder " + id));
    }

    @Transactional
    public OnShelf register(String tag, Cylinder cylinder, String by) {
        Refusal.unless(
                !tag.isBlank(), "tag-missing", "tag", "A cylinder needs a tag.", "Use what is written on it, short.");
        Refusal.unless(
                !cylinders.existsByTag(tag.strip()),
                "tag-taken",
                "tag",
                "There is a cylinder " + tag.strip() + " already.",
                "Give this one another tag.");
        var saved = cylinders.save(new CylinderEntity(UUID.randomUUID(), tag.strip(), cylinder));
        ledger.append(
                "cylinder-registered",
                by,
                Map.of("tag", saved.tag(), "certificate", cylinder.certificateNumber(), "lot", cylinder.lot()));
        return onShelf(saved);
    }

    private static OnShelf onShelf(CylinderEntity entity) {
        return new OnShelf(entity.id(), entity.tag(), entity.toCore());
    }
}
