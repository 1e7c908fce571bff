package onward.sentry.core.diagnosis;

import onward.sentry.core.evidence.Observation;

/** What would be seen, were one cause at work. */
interface Model {

    /** Strengths at which it is looked at, each as likely as the next; in the model's own measure. */
    double[] strengths();

    /** What it predicts of one observation at a strength; {@link Sound#of} where it changes nothing. */
    Prediction of(Observation seen, double strength);

    /** {@code "47 % of it is gone"}: the strength for people; empty where there is none. */
    default String told(double strength) {
        return "";
    }

    /** So many strengths from one to the other, in even steps. */
    static double[] even(double from, double to, int steps) {
        double[] all = new double[steps];
        for (int i = 0; i < steps; i++) {
            all[i] = from + (to - from) * i / (steps - 1);
        }
        return all;
    }

    /** For a cause that is there or not. */
    double[] ONE = {1};
}
