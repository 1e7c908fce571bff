package onward.sentry.core.working;

/**
 * A short name that people write on a thing and that stands in the address of its page: of a cylinder, of bench equipment.
 */
public final class Tag {

    private static final int MOST_LETTERS = 40;

    /** Letters and digits of any script at either end; between them also blanks, dots, dashes, plus and underscores. */
    private static final String FORM = "[\\p{L}\\p{N}](?:[\\p{L}\\p{M}\\p{N} ._+-]*[\\p{L}\\p{M}\\p{N}+])?";

    private Tag() {}

    /**
     * {@return the tag without blanks around it: {@code " HM-01 "} returns {@code "HM-01"}; {@code "AB/12"} is refused}
     *
     * @param field that it was typed into
     * @param what it names, for example {@code "A cylinder's tag"}
     * @param typed as typed
     * @throws Refused with code {@code tag-form} unless it has 1 to 40 letters that survive in an address
     */
    public static String of(String field, String what, String typed) {
        var tag = typed.strip();
        Refusal.unless(
                !tag.isEmpty() && tag.length() <= MOST_LETTERS && tag.matches(FORM),
                "tag-form",
                field,
                what + " has 1 to " + MOST_LETTERS
                        + " letters, digits, blanks, dots, dashes or plus signs, and begins with a"
                        + " letter or a digit.",
                "Leave out other signs: they do not survive in an address.");
        return tag;
    }
}
