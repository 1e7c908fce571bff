package onward.sentry.core.judge;

import onward.sentry.core.working.Working;

/** A verdict and how it came about. */
public record Judgement(Verdict verdict, Working working) {}
