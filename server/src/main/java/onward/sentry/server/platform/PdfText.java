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

    /** How wide a text is, in points. */
    public interface Width {
        float of(String text) throws IOException;
    }

    /** Breaks a text between words so that each line is at most so wide, in points. */
    public static List<String> wrapped(String text, PDFont font, float size, float width) throws IOException {
        return wrapped(text, part -> font.getStringWidth(part) / 1000 * size, width);
    }

    /** The same where the caller knows how wide a text is. */
    public static List<String> wrapped(String text, Width widths, float width) throws IOException {
        var lines = new ArrayList<String>();
        var line = new StringBuilder();
        float space = widths.of(" ");
        float used = 0;
        for (var word : text.split(" ")) {
            float wide = widths.of(word);
            if (!line.isEmpty() && used + space + wide > width) {
                lines.add(line.toString());
                line.setLength(0);
                used = 0;
            }
            used += line.isEmpty() ? wide : space + wide;
            line.append(line.isEmpty() ? "" : " ").append(word);
        }
        lines.add(line.toString());
        return lines;
    }
}
