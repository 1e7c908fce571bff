package onward.sentry.server.plan;

import static onward.sentry.server.platform.PdfText.latin;
import static onward.sentry.server.platform.PdfText.write;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import onward.sentry.core.units.DateForm;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;

/** One bench day on A4: by gas, a line with a box to tick for each detector, and who takes what. */
final class DaySheet {

    private static final float MARGIN = 50;
    private static final float LINE = 20;
    private static final float BOTTOM = 70;
    private static final float BOX = 10;
    private static final float[] COLUMNS = {0, 24, 130, 250, 370, 430};

    private final PDType1Font plain = new PDType1Font(FontName.HELVETICA);
    private final PDType1Font bold = new PDType1Font(FontName.HELVETICA_BOLD);
    private final PlanView.PlanDay day;
    private final DateForm dates;

    DaySheet(PlanView.PlanDay day, DateForm dates) {
        this.day = day;
        this.dates = dates;
    }

    /** @param gas a heading where there is no job */
    private record Row(String gas, PlanView.PlannedJob job) {}

    byte[] pdf() {
        try (var document = new PDDocument();
                var out = new ByteArrayOutputStream()) {
            document.getDocumentInformation().setTitle("Bench day " + day.date());
            var rows = rows();
            int from = 0;
            do {
                from = page(document, rows, from);
            } while (from < rows.size());
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private List<Row> rows() {
        var rows = new ArrayList<Row>();
        for (var setUp : day.setUps()) {
            rows.add(new Row(setUp.gas(), null));
            setUp.jobs().forEach(job -> rows.add(new Row("", job)));
        }
        return rows;
    }

    private int page(PDDocument document, List<Row> rows, int from) throws IOException {
        var page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        try (var content = new PDPageContentStream(document, page)) {
            float y = PDRectangle.A4.getHeight() - MARGIN - 10;
            y = write(content, bold, 20, MARGIN, y, List.of("Bench day " + dates.day(day.date())));
            y = write(content, plain, 11, MARGIN, y - 2, List.of(latin(summary())));
            int next = from;
            for (y -= 14; next < rows.size() && y > BOTTOM; next++, y -= LINE) {
                row(content, rows.get(next), y);
            }
            return next;
        }
    }

    private String summary() {
        var shares = day.shares().stream()
                .filter(share -> share.jobs() > 0)
                .map(share -> share.technician() + " " + share.jobs() + " (" + share.minutes() + " min)")
                .toList();
        return day.used() + " of " + day.minutes() + " minutes"
                + (shares.isEmpty() ? "" : "; " + String.join(", ", shares));
    }

    private void row(PDPageContentStream content, Row row, float y) throws IOException {
        if (row.job() == null) {
            write(content, bold, 12, MARGIN, y, List.of("Gas: " + latin(row.gas())));
            return;
        }
        content.addRect(MARGIN, y - 1, BOX, BOX);
        content.stroke();
        var job = row.job();
        cell(content, 1, y, bold, job.serial());
        cell(content, 2, y, plain, job.model());
        cell(content, 3, y, plain, job.crew());
        cell(content, 4, y, plain, job.minutes() + " min");
        cell(content, 5, y, plain, "due " + dates.day(job.dueOn()));
    }

    private static void cell(PDPageContentStream content, int column, float y, PDType1Font font, String text)
            throws IOException {
        write(content, font, 11, MARGIN + COLUMNS[column], y, List.of(latin(text)));
    }
}
