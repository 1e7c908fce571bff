package onward.sentry.tools.proof;

import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import onward.sentry.formats.Chain;
import onward.sentry.formats.SiteMark;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoVerifierBuilder;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampResponse;
import org.bouncycastle.tsp.TimeStampToken;

/** What a timestamp service says of a mark, by RFC 3161. */
public final class TimeStamps {

    private TimeStamps() {}

    /** What is stamped: the SHA-256 of the mark's line. */
    public static byte[] imprint(SiteMark mark) {
        return HexFormat.of().parseHex(Chain.hash(mark.line()));
    }

    /**
     * @param answer of the service, as it came
     * @param certificate the service's, as PEM; where there is no such file, the certificate within the answer is taken
     * @return what does not hold; empty when the answer is a good stamp of this mark
     */
    static Optional<String> wrong(SiteMark mark, byte[] answer, Path certificate) throws IOException {
        try {
            var token = new TimeStampResponse(answer).getTimeStampToken();
            if (token == null) {
                return Optional.of("the service refused it");
            }
            if (!Arrays.equals(token.getTimeStampInfo().getMessageImprintDigest(), imprint(mark))) {
                return Optional.of("it is of something else");
            }
            var signer = signer(token, certificate);
            if (signer.isEmpty()) {
                return Optional.of("it does not name who signed it");
            }
            token.validate(new JcaSimpleSignerInfoVerifierBuilder().build(signer.get()));
            return Optional.empty();
        } catch (TSPException | OperatorCreationException | java.security.cert.CertificateException | IOException e) {
            return Optional.of("it is no good stamp (" + e.getMessage() + ")");
        }
    }

    private static Optional<X509CertificateHolder> signer(TimeStampToken token, Path certificate) throws IOException {
        if (Files.exists(certificate)) {
            try (Reader in = Files.newBufferedReader(certificate);
                    var pem = new PEMParser(in)) {
                return Optional.of((X509CertificateHolder) pem.readObject());
            }
        }
        return token.getCertificates().getMatches(token.getSID()).stream().findFirst();
    }
}
