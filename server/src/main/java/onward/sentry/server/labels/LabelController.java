package onward.sentry.server.labels;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.units.DateForm;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class LabelController {

    private static final int MOST = 240;

    private final Fleet fleet;
    private final Shelf shelf;
    private final SitePolicies policies;

    LabelController(Fleet fleet, Shelf shelf, SitePolicies policies) {
        this.fleet = fleet;
        this.shelf = shelf;
        this.policies = policies;
    }

    /** @param cylinders tags @param detectors serials; at least one of either, at most 240 together */
    @GetMapping(path = "/api/v1/labels", produces = MediaType.APPLICATION_PDF_VALUE)
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> labels(
            @RequestParam(defaultValue = "") List<String> cylinders,
            @RequestParam(defaultValue = "") List<String> detectors) {
        int asked = cylinders.size() + detectors.size();
        Refusal.unless(
                asked > 0 && asked <= MOST,
                "labels-number",
                "cylinders",
                "A print has 1 to " + MOST + " labels; this one would have " + asked + ".",
                "Print them in several parts.");
        var labels = new ArrayList<LabelSheet.Label>();
        var dates = policies.units().dates();
        cylinders.forEach(tag -> labels.add(ofCylinder(shelf.byTag(tag), dates)));
        detectors.forEach(serial -> labels.add(ofDetector(fleet.bySerial(serial))));
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename("labels.pdf")
                                .build()
                                .toString())
                .body(new LabelSheet(labels).pdf());
    }

    private static LabelSheet.Label ofCylinder(Shelf.OnShelf one, DateForm dates) {
        var cylinder = one.cylinder();
        return new LabelSheet.Label(
                one.tag(),
                List.of(
                        cylinder.mixture().components().stream()
                                .map(c -> GasLibrary.shipped().gas(c.gasId()).formula() + " "
                                        + c.certified().toString())
                                .collect(Collectors.joining(", ")),
                        "Expires " + dates.day(cylinder.useBefore()),
                        cylinder.certificateNumber() + ", lot " + cylinder.lot()));
    }

    private static LabelSheet.Label ofDetector(Fleet.RegisteredDetector detector) {
        return new LabelSheet.Label(detector.serial(), List.of(detector.model(), detector.assetTag(), detector.crew()));
    }
}
