package onward.sentry.server.platform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** Lines of text on a page to print. */
public final class PdfText {

    private PdfText() {}

    /** The built-in fonts know Latin letters only. */
    public static String latin(String text) {
        return text.replace("₂", "2").replace("₃", "3").replace("₄", "4").replaceAll("[^\\x20-\\x7e\\xa0-\\xff]", "?");
    }

    /** @return where the line after the last one stands */
    public static float write(
            PDPageContentStream content, PDFont font, float size, float x, float y, List<String> lines)
            throws IOException {
        float next = y;
        for (var line : lines) {
            content.beginText();
            content.setFont(font, size);
            content.newLineAtOffset(x, next);
            content.showText(line);
            content.endText();
            next -= size * 1.25f;
        }
        return next;
    }

    /** Breaks a text between words so that each line is at most so wide, in points. */
    public static List<String> wrapped(String text, PDFont font, float size, float width) throws IOException {
        var lines = new ArrayList<String>();
        var line = new StringBuilder();
        for (var word : text.split(" ")) {
            var longer = line.isEmpty() ? word : line + " " + word;
            if (font.getStringWidth(longer) / 1000 * size > width && !line.isEmpty()) {
                lines.add(line.toString());
                line.setLength(0);
                line.append(word);
            } else {
                line.setLength(0);
                line.append(longer);
            }
        }
        lines.add(line.toString());
        return lines;
    }
}
