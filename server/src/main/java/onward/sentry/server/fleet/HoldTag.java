package onward.sentry.server.fleet;

import static onward.sentry.server.platform.PdfText.latin;
import static onward.sentry.server.platform.PdfText.wrapped;
import static onward.sentry.server.platform.PdfText.write;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;

/**
 * The tag that hangs on a detector while it is on hold, one page of A6.
 *
 * @param placed when and by whom, in words
 */
record HoldTag(String serial, String assetTag, String model, String crew, String reason, String placed) {

    private static final float MARGIN = 18;
    private static final float WIDTH = PDRectangle.A6.getWidth() - 2 * MARGIN;
    private static final float BAR_HEIGHT = 62;

    byte[] pdf() {
        var plain = new PDType1Font(FontName.HELVETICA);
        var bold = new PDType1Font(FontName.HELVETICA_BOLD);
        try (var document = new PDDocument();
                var out = new ByteArrayOutputStream()) {
            document.getDocumentInformation().setTitle("Hold tag " + serial);
            var page = new PDPage(PDRectangle.A6);
            document.addPage(page);
            try (var content = new PDPageContentStream(document, page)) {
                float top = PDRectangle.A6.getHeight() - MARGIN;
                content.setLineWidth(3);
                content.addRect(MARGIN, top - BAR_HEIGHT, WIDTH, BAR_HEIGHT);
                content.stroke();
                write(content, bold, 30, MARGIN + 10, top - 32, List.of("DO NOT USE"));
                write(content, plain, 14, MARGIN + 10, top - 52, List.of("on hold"));
                float y = write(content, bold, 26, MARGIN, top - BAR_HEIGHT - 36, List.of(serial));
                y = write(content, plain, 12, MARGIN, y, List.of(latin(model) + " · " + assetTag + " · " + crew));
                y = write(content, bold, 15, MARGIN, y - 12, wrapped(latin(reason), bold, 15, WIDTH));
                y = write(content, plain, 11, MARGIN, y - 6, wrapped(latin(placed), plain, 11, WIDTH));
                write(
                        content,
                        plain,
                        10,
                        MARGIN,
                        y - 14,
                        wrapped(
                                "A lead releases it. Until then nobody may use it: keep it off the hook.",
                                plain,
                                10,
                                WIDTH));
            }
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
