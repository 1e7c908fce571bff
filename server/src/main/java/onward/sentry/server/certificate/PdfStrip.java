package onward.sentry.server.certificate;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import onward.sentry.core.strip.Strip;
import onward.sentry.formats.CalibrationCertificate;

/** The run as a ribbon on paper: a row per sensor, a stretch per stage, the mark where a verdict was reached. */
record PdfStrip(PdfSheet sheet, Strip strip, List<CalibrationCertificate.SensorPart> sensors) {

    private static final float ROW = 15;
    private static final float NAMES = 44;
    private static final float MARK = 4;

    void draw() throws IOException {
        float height = sensors.size() * ROW;
        sheet.need(height + 20);
        sheet.down(height + 4);
        float bottom = sheet.y();
        for (int i = 0; i < sensors.size(); i++) {
            sheet.put(sensors.get(i).formula(), 9, false, PdfSheet.LEFT, bottom + height - (i + 0.7f) * ROW);
        }
        stretches(bottom, height);
        marks(bottom, height);
        sheet.down(4);
    }

    private void stretches(float bottom, float height) throws IOException {
        for (int i = 0; i < strip.stretches().size(); i++) {
            var stretch = strip.stretches().get(i);
            float from = x(stretch.fromSeconds());
            float until = x(
                    i + 1 < strip.stretches().size()
                            ? strip.stretches().get(i + 1).fromSeconds()
                            : strip.endSeconds());
            for (int row = 0; row < sensors.size(); row++) {
                stretch(stretch.kind(), from, until, bottom + height - (row + 0.5f) * ROW);
            }
            var word = stretch.kind().name().toLowerCase(Locale.ROOT);
            if (until - from > sheet.width(word, 7) + 4) {
                sheet.put(word, 7, false, from + 2, bottom - 8);
            }
        }
        sheet.down(8);
    }

    /** As on the screens: a line, a low box, a high filled box, a wedge that runs out. */
    private void stretch(Strip.Kind kind, float from, float until, float middle) throws IOException {
        var content = sheet.content();
        content.saveGraphicsState();
        content.setLineWidth(0.6f);
        content.setNonStrokingColor(0.82f, 0.82f, 0.82f);
        switch (kind) {
            case READY -> {
                content.moveTo(from, middle);
                content.lineTo(until, middle);
                content.stroke();
            }
            case ZERO -> {
                content.addRect(from, middle - 2, until - from, 4);
                content.stroke();
            }
            case GAS -> {
                content.addRect(from, middle - 5, until - from, 10);
                content.fillAndStroke();
            }
            case CLEAR -> {
                content.moveTo(from, middle - 5);
                content.lineTo(from, middle + 5);
                content.lineTo(until, middle);
                content.closePath();
                content.fill();
            }
        }
        content.restoreGraphicsState();
    }

    private void marks(float bottom, float height) throws IOException {
        for (var mark : strip.marks()) {
            for (int i = 0; i < sensors.size(); i++) {
                if (sensors.get(i).slot() == mark.slot()) {
                    PdfMark.draw(
                            sheet.content(),
                            mark.verdict(),
                            x(mark.atSeconds()),
                            bottom + height - (i + 0.5f) * ROW,
                            MARK);
                }
            }
        }
    }

    private float x(long seconds) {
        float left = PdfSheet.LEFT + NAMES;
        float share = Math.min(seconds, strip.endSeconds()) / (float) Math.max(1, strip.endSeconds());
        return left + share * (PdfSheet.RIGHT - MARK - 2 - left);
    }
}
