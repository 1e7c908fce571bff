package onward.sentry.core.diagnosis;

import java.util.OptionalInt;
import onward.sentry.core.working.Derivation;

/**
 * A cause with how likely it is by what was seen.
 *
 * @param slot of the sensor that it is about most likely; empty where it is about the gas, the rig or the room
 * @param percent 0 to 100, of all causes of the table together
 * @param alike what was seen does not tell it from the likeliest
 * @param working what it predicts beside what was seen
 */
public record Suspect(Cause cause, OptionalInt slot, double percent, boolean alike, Derivation working) {}
