package onward.sentry.server.certificate;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.GregorianCalendar;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.server.platform.PdfText;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;

/**
 * Pages of A4 that are written from the top down; what no longer fits goes on the next page. The typeface is embedded.
 * The same things written in the same order at the same moment come out as the same bytes.
 */
final class PdfSheet implements AutoCloseable {

    static final float LEFT = 48;
    static final float RIGHT = PDRectangle.A4.getWidth() - 48;
    static final float TOP = PDRectangle.A4.getHeight() - 44;

    /** Below it stands the foot of the page. */
    private static final float BOTTOM = 64;

    private static final float LEADING = 1.3f;

    private final PDDocument document = new PDDocument();
    private final PDFont font;
    private final List<PDPage> pages = new ArrayList<>();
    private final Map<Integer, Float> advances = new HashMap<>();
    private PDPageContentStream content;
    private float y;

    PdfSheet(String title, Instant at, long id) throws IOException {
        try (InputStream file =
                PDDocument.class.getResourceAsStream("/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf")) {
            var face = new TTFParser().parse(new RandomAccessReadBuffer(file));
            // Ligatures cost more time than all the rest, and copied text would hold them.
            face.setEnableGsub(false);
            font = PDType0Font.load(document, face, true);
        }
        var information = document.getDocumentInformation();
        information.setTitle(title);
        information.setCreationDate(GregorianCalendar.from(ZonedDateTime.ofInstant(at, ZoneOffset.UTC)));
        document.getDocumentCatalog().setLanguage("en");
        document.setDocumentId(id);
    }

    PDPageContentStream content() {
        return content;
    }

    float y() {
        return y;
    }

    /** How many pages there are so far. */
    int pages() {
        return pages.size();
    }

    void newPage() throws IOException {
        if (content != null) {
            content.close();
        }
        var page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        pages.add(page);
        content = new PDPageContentStream(document, page);
        y = TOP;
    }

    /** Goes to a new page unless so much room is left, in points. */
    void need(float height) throws IOException {
        if (y - height < BOTTOM) {
            newPage();
        }
    }

    void down(float points) {
        y -= points;
    }

    void to(float height) {
        y = height;
    }

    void rule(float weight) throws IOException {
        content.setLineWidth(weight);
        content.moveTo(LEFT, y);
        content.lineTo(RIGHT, y);
        content.stroke();
    }

    /** A picture with its top left corner there, as high as said. @return how wide it is */
    float picture(byte[] picture, float left, float top, float height) throws IOException {
        var image = PDImageXObject.createFromByteArray(document, picture, "picture");
        float width = height * image.getWidth() / image.getHeight();
        content.drawImage(image, left, top - height, width, height);
        return width;
    }

    /** Text between two edges, broken between words; the pen stands below it afterwards. */
    void text(String text, float size, boolean bold, float left, float right) throws IOException {
        for (var line : PdfText.wrapped(known(text), part -> width(part, size), right - left)) {
            need(size * LEADING);
            y -= size * LEADING;
            put(line, size, bold, left, y + size * 0.3f);
        }
    }

    void text(String text, float size, boolean bold) throws IOException {
        text(text, size, bold, LEFT, RIGHT);
    }

    /** Cells of one row, each broken inside its own edges; the pen stands below the highest. */
    void row(float size, boolean bold, float[] edges, String... cells) throws IOException {
        var lines = new ArrayList<List<String>>();
        int most = 1;
        for (int i = 0; i < cells.length; i++) {
            lines.add(PdfText.wrapped(known(cells[i]), part -> width(part, size), edges[i + 1] - edges[i] - 6));
            most = Math.max(most, lines.get(i).size());
        }
        need(most * size * LEADING);
        for (int line = 0; line < most; line++) {
            y -= size * LEADING;
            for (int i = 0; i < cells.length; i++) {
                if (line < lines.get(i).size()) {
                    put(lines.get(i).get(line), size, bold, edges[i], y + size * 0.3f);
                }
            }
        }
    }

    /** One line at a place of its own; the pen stays where it is. */
    void put(String text, float size, boolean bold, float left, float bottom) throws IOException {
        content.beginText();
        content.setFont(font, size);
        // The one typeface at hand has no bold cut; an outline makes one.
        content.setRenderingMode(bold ? RenderingMode.FILL_STROKE : RenderingMode.FILL);
        content.setLineWidth(size * 0.035f);
        content.newLineAtOffset(left, bottom);
        content.showText(known(text));
        content.endText();
    }

    float width(String text, float size) {
        return (float) (text.codePoints().mapToDouble(this::advance).sum() / 1000 * size);
    }

    /** Writes the foot of a page that is full already. */
    void foot(int page, String text) throws IOException {
        if (content != null) {
            content.close();
        }
        content = new PDPageContentStream(document, pages.get(page), PDPageContentStream.AppendMode.APPEND, true, true);
        float line = BOTTOM - 14;
        for (var part : PdfText.wrapped(known(text), part -> width(part, 7), RIGHT - LEFT)) {
            put(part, 7, false, LEFT, line);
            line -= 9;
        }
    }

    byte[] bytes() throws IOException {
        content.close();
        var out = new ByteArrayOutputStream();
        document.save(out);
        return out.toByteArray();
    }

    @Override
    public void close() throws IOException {
        document.close();
    }

    /** A letter that the typeface lacks becomes a question mark. */
    private String known(String text) {
        var known = new StringBuilder();
        text.codePoints()
                .map(point -> Character.isISOControl(point) ? ' ' : point)
                .map(point -> advance(point) < 0 ? '?' : point)
                .forEach(known::appendCodePoint);
        return known.toString();
    }

    /** How far a letter moves the pen, in thousandths of its size; less than 0 when the typeface lacks it. */
    private float advance(int point) {
        return advances.computeIfAbsent(point, letter -> {
            try {
                return font.getStringWidth(Character.toString(letter));
            } catch (IOException | IllegalArgumentException e) {
                return -1f;
            }
        });
    }
}
