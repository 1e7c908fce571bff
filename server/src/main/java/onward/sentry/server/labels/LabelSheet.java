package onward.sentry.server.labels;

import static onward.sentry.server.platform.PdfText.latin;
import static onward.sentry.server.platform.PdfText.wrapped;
import static onward.sentry.server.platform.PdfText.write;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import onward.sentry.server.platform.QrCode;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;

/** Labels of 70 by 37 mm, three across and eight down a page of A4; each holds its name as text and as a QR code. */
record LabelSheet(List<Label> labels) {

    /**
     * A label.
     *
     * @param named serial or tag: what the code holds and what is read where it cannot be scanned
     * @param lines smaller, below it
     */
    record Label(String named, List<String> lines) {}

    private static final int ACROSS = 3;
    private static final int DOWN = 8;
    private static final float WIDTH = PDRectangle.A4.getWidth() / ACROSS;
    private static final float HEIGHT = PDRectangle.A4.getHeight() / DOWN;
    private static final float MARGIN = 11;
    private static final float CODE = 72;

    byte[] pdf() {
        try (var document = new PDDocument();
                var out = new ByteArrayOutputStream()) {
            document.getDocumentInformation().setTitle("Labels");
            for (int first = 0; first < labels.size(); first += ACROSS * DOWN) {
                var page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (var content = new PDPageContentStream(document, page)) {
                    for (int i = first; i < Math.min(labels.size(), first + ACROSS * DOWN); i++) {
                        int place = i - first;
                        draw(
                                content,
                                labels.get(i),
                                place % ACROSS * WIDTH,
                                PDRectangle.A4.getHeight() - (place / ACROSS + 1) * HEIGHT);
                    }
                }
            }
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void draw(PDPageContentStream content, Label label, float left, float bottom) throws IOException {
        var plain = new PDType1Font(FontName.HELVETICA);
        var bold = new PDType1Font(FontName.HELVETICA_BOLD);
        float middle = bottom + (HEIGHT - CODE) / 2;
        new QrCode(label.named()).draw(content, left + MARGIN, middle, CODE);
        float x = left + MARGIN + CODE + 8;
        float room = WIDTH - MARGIN - CODE - 8 - 6;
        float y = write(content, bold, 16, x, middle + CODE - 15, wrapped(latin(label.named()), bold, 16, room));
        for (var line : label.lines()) {
            y = write(content, plain, 8, x, y, wrapped(latin(line), plain, 8, room));
        }
    }
}
