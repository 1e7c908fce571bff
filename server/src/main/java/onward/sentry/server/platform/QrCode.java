package onward.sentry.server.platform;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.io.IOException;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDPageContentStream;

/** A text as a QR code that a quarter of may be scratched off. */
public record QrCode(String text) {

    /** Draws it on a page to print, in points. */
    public void draw(PDPageContentStream content, float left, float bottom, float size) throws IOException {
        var matrix = matrix();
        float module = size / matrix.getWidth();
        for (int row = 0; row < matrix.getHeight(); row++) {
            for (int column = 0; column < matrix.getWidth(); column++) {
                if (matrix.get(column, row)) {
                    content.addRect(left + column * module, bottom + size - (row + 1) * module, module, module);
                }
            }
        }
        content.fill();
    }

    /** The dark squares as an SVG path in units of one square; {@link #squares} wide. */
    public String path() {
        var matrix = matrix();
        var path = new StringBuilder();
        for (int row = 0; row < matrix.getHeight(); row++) {
            for (int column = 0; column < matrix.getWidth(); column++) {
                if (matrix.get(column, row)) {
                    path.append('M').append(column).append(' ').append(row).append("h1v1h-1z");
                }
            }
        }
        return path.toString();
    }

    /** How many squares it is wide and high. */
    public int squares() {
        return matrix().getWidth();
    }

    private BitMatrix matrix() {
        try {
            var hints = Map.of(EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.Q, EncodeHintType.MARGIN, 0);
            return new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0, hints);
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }
}
