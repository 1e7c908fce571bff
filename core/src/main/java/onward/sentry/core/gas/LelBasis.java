package onward.sentry.core.gas;

/**
 * Which table of lower explosive limits a %LEL figure stands on. The two must never mix: 1.10 vol% methane is 22.0 %LEL
 * on the handbook basis and 25.0 %LEL on the IEC basis. The basis belongs to the detector.
 */
public enum LelBasis {
    /** Handbook values common in North America (methane 5.0 vol%). */
    HANDBOOK,
    /** IEC 60079-20-1 (methane 4.4 vol%). */
    IEC
}
