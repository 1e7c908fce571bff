package onward.sentry.formats;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;
import onward.sentry.core.working.Refusal;

/** A text whose rows end, quoted line breaks or not: one that does not is refused before it fills the memory. */
final class LimitedLines extends FilterReader {

    private static final int MOST_LETTERS = 200_000;

    private long sinceRow;

    LimitedLines(Reader text) {
        super(text);
    }

    /** The row that was being read is complete. */
    void rowTaken() {
        sinceRow = 0;
    }

    @Override
    public int read() throws IOException {
        int sign = super.read();
        count(1);
        return sign;
    }

    @Override
    public int read(char[] into, int from, int length) throws IOException {
        int read = super.read(into, from, length);
        count(Math.max(0, read));
        return read;
    }

    private void count(int letters) {
        sinceRow += letters;
        Refusal.unless(
                sinceRow <= MOST_LETTERS,
                "table-row",
                "file",
                "A row has at most " + MOST_LETTERS + " characters, and one of this file does not end before.",
                "Look for a quotation mark that is not closed, or save the table again.");
    }
}
