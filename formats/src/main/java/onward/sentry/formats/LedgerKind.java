package onward.sentry.formats;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What an entry of the site's ledger is about. The code is what the ledger stores, such as {@code run-signed}. */
public enum LedgerKind {
    CARE_DONE(Area.WORK),
    CERTIFICATE_ATTACHED(Area.WORK),
    CERTIFICATE_GIVEN(Area.WORK),
    CORRECTION(Area.WORK),
    CYLINDER_CHANGED(Area.WORK),
    CYLINDER_COMPARED(Area.WORK),
    CYLINDER_REGISTERED(Area.WORK),
    CYLINDER_REGULATOR(Area.WORK),
    DETECTOR_EDITED(Area.WORK),
    DETECTOR_REINSTATED(Area.WORK),
    DETECTOR_RETIRED(Area.WORK),
    DOUBT_CLOSED(Area.WORK),
    DOUBT_OPENED(Area.WORK),
    EQUIPMENT_CHECKED(Area.WORK),
    FITTING_CORRECTED(Area.WORK),
    GAS_RECALLED(Area.WORK),
    GAUGE_READ(Area.WORK),
    HOLD_PLACED(Area.WORK),
    HOLD_RELEASED(Area.WORK),
    LENT(Area.WORK),
    MADE_DUE(Area.WORK),
    MAINTENANCE_DONE(Area.WORK),
    MAINTENANCE_STOPPED(Area.WORK),
    PLAN_LET_GO(Area.WORK),
    PLAN_MADE(Area.WORK),
    PLAN_MOVED(Area.WORK),
    RECALL_WITHDRAWN(Area.WORK),
    RECEIVED_FROM_REPAIR(Area.WORK),
    REPORTED_FOUND(Area.WORK),
    REPORTED_LOST(Area.WORK),
    RETURNED(Area.WORK),
    RUN_SIGNED(Area.WORK),
    RUN_STOPPED(Area.WORK),
    SENSOR_REPLACED(Area.WORK),
    SENT_FOR_REPAIR(Area.WORK),
    ABSENCE_ENDED(Area.SETUP),
    ABSENCE_SET(Area.SETUP),
    BENCH_DAY_AS_USUAL(Area.SETUP),
    BENCH_DAY_SET(Area.SETUP),
    BOARD_ADDRESS_ADDED(Area.SETUP),
    BOARD_ADDRESS_REVOKED(Area.SETUP),
    CARD_PUBLISHED(Area.SETUP),
    CYLINDERS_IMPORTED(Area.SETUP),
    DETECTOR_REGISTERED(Area.SETUP),
    DETECTORS_IMPORTED(Area.SETUP),
    EQUIPMENT_REGISTERED(Area.SETUP),
    EQUIPMENT_RETIRED(Area.SETUP),
    GATEWAY_ADDED(Area.SETUP),
    GATEWAY_DETECTORS_SET(Area.SETUP),
    GATEWAY_REVOKED(Area.SETUP),
    IMPORT_WITHDRAWN(Area.SETUP),
    INTERVAL_DECIDED(Area.SETUP),
    INTERVAL_SET(Area.SETUP),
    MODEL_HIDDEN(Area.SETUP),
    MODEL_SHOWN(Area.SETUP),
    PART_STOCK_SET(Area.SETUP),
    PLAN_RULES_SET(Area.SETUP),
    POLICY_CHANGED(Area.SETUP),
    REGULATOR_FAMILY(Area.SETUP),
    RIG_PUT_TOGETHER(Area.SETUP),
    RIG_TAKEN_APART(Area.SETUP),
    RUNS_IMPORTED(Area.SETUP),
    SITE_ARCHIVED(Area.SETUP),
    SITE_LOGO_SET(Area.SETUP),
    SITE_PROFILE_SET(Area.SETUP),
    TOLERANCE_SET(Area.SETUP),
    PASSWORD_CHOSEN(Area.ACCOUNTS),
    PASSWORD_RESET(Area.ACCOUNTS),
    PERSON_ADDED(Area.ACCOUNTS),
    PERSON_BACK(Area.ACCOUNTS),
    PERSON_LEFT(Area.ACCOUNTS),
    PERSON_QUALIFIED(Area.ACCOUNTS),
    PIN_CHOSEN(Area.ACCOUNTS),
    PIN_GIVEN_UP(Area.ACCOUNTS),
    QUALIFICATION_ENDED(Area.ACCOUNTS),
    ROLE_CHANGED(Area.ACCOUNTS);

    /** Who looks for it: people at work, people who set the site up, or people who manage accounts. */
    public enum Area {
        /** What was done to detectors, gas and equipment. */
        WORK,
        /** What the site's rules, cards, models, plan and lists are. */
        SETUP,
        /** Who may sign in, and what for. */
        ACCOUNTS
    }

    private final Area area;

    LedgerKind(Area area) {
        this.area = area;
    }

    public Area area() {
        return area;
    }

    /** The stored name: {@code RUN_SIGNED} is {@code run-signed}. */
    @JsonValue
    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** @return empty when the ledger has no such kind: {@code ofCode("run-signed")} is {@code RUN_SIGNED} */
    public static Optional<LedgerKind> ofCode(String code) {
        return Arrays.stream(values()).filter(kind -> kind.code().equals(code)).findFirst();
    }
}
