package onward.sentry.server.certificate;

import java.io.IOException;
import onward.sentry.core.judge.Verdict;
import org.apache.pdfbox.pdmodel.PDPageContentStream;

/** A verdict as a shape, the same as on the screens: filled, half filled, ring with a bar, dotted ring. */
final class PdfMark {

    /** How far the handles of four curves lie out for a circle. */
    private static final float ROUND = 0.5523f;

    private PdfMark() {}

    static void draw(PDPageContentStream content, Verdict verdict, float x, float y, float r) throws IOException {
        content.saveGraphicsState();
        content.setLineWidth(r / 3.2f);
        switch (verdict) {
            case PASS -> {
                circle(content, x, y, r);
                content.fillAndStroke();
            }
            case MARGINAL -> {
                circle(content, x, y, r);
                content.stroke();
                left(content, x, y, r);
                content.closePath();
                content.fill();
            }
            case FAIL -> {
                circle(content, x, y, r);
                content.moveTo(x, y - r * 1.35f);
                content.lineTo(x, y + r * 1.35f);
                content.stroke();
            }
            case NOT_JUDGED -> {
                content.setLineDashPattern(new float[] {r / 3, r / 2}, 0);
                circle(content, x, y, r);
                content.stroke();
            }
        }
        content.restoreGraphicsState();
    }

    private static void circle(PDPageContentStream content, float x, float y, float r) throws IOException {
        left(content, x, y, r);
        content.curveTo(x + ROUND * r, y - r, x + r, y - ROUND * r, x + r, y);
        content.curveTo(x + r, y + ROUND * r, x + ROUND * r, y + r, x, y + r);
        content.closePath();
    }

    private static void left(PDPageContentStream content, float x, float y, float r) throws IOException {
        content.moveTo(x, y + r);
        content.curveTo(x - ROUND * r, y + r, x - r, y + ROUND * r, x - r, y);
        content.curveTo(x - r, y - ROUND * r, x - ROUND * r, y - r, x, y - r);
    }
}
