package onward.sentry.core.judge;

import onward.sentry.core.working.Derivation;

/** A verdict and how it came about. */
public record Judgement(Verdict verdict, Derivation working) {}
