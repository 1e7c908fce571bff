package onward.sentry.standins.stamps;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.StringWriter;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.time.Clock;
import java.util.Date;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoGeneratorBuilder;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.operator.OperatorException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;
import org.bouncycastle.tsp.TSPAlgorithms;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampRequest;
import org.bouncycastle.tsp.TimeStampResponseGenerator;
import org.bouncycastle.tsp.TimeStampTokenGenerator;

/** Stamps whatever it is asked to, with a certificate that it has made for itself. */
public final class StampService implements AutoCloseable {

    private static final String SIGNATURE = "SHA256withRSA";
    private static final ASN1ObjectIdentifier POLICY = new ASN1ObjectIdentifier("1.3.6.1.4.1.99999.1");
    private static final int KEY_BITS = 2048;
    private static final long DAY = 86_400_000;

    private final HttpServer server;
    private final KeyPair keys;
    private final X509CertificateHolder certificate;
    private final Clock clock;
    private final AtomicLong serial = new AtomicLong();

    private StampService(HttpServer server, Clock clock)
            throws GeneralSecurityException, OperatorException, IOException {
        this.server = server;
        this.clock = clock;
        var generator = KeyPairGenerator.getInstance("RSA");
        generator.initialize(KEY_BITS);
        this.keys = generator.generateKeyPair();
        this.certificate = selfSigned();
    }

    /** On any port that is free, on loopback only. */
    public static StampService open(Clock clock) throws IOException {
        try {
            var server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
            var service = new StampService(server, clock);
            server.createContext("/", service::answer);
            server.start();
            return service;
        } catch (GeneralSecurityException | OperatorException e) {
            throw new IllegalStateException(e);
        }
    }

    public String url() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    /** Its certificate as PEM. */
    public String certificate() throws IOException {
        var text = new StringWriter();
        try (var pem = new JcaPEMWriter(text)) {
            pem.writeObject(certificate);
        }
        return text.toString();
    }

    /** How many it has given. */
    public long stamps() {
        return serial.get();
    }

    @Override
    public void close() {
        server.stop(0);
    }

    private X509CertificateHolder selfSigned() throws OperatorException, IOException {
        var name = new X500Name("CN=stamps of nobody");
        var now = clock.millis();
        return new JcaX509v3CertificateBuilder(
                        name, BigInteger.ONE, new Date(now - DAY), new Date(now + 365 * DAY), name, keys.getPublic())
                .addExtension(Extension.extendedKeyUsage, true, new ExtendedKeyUsage(KeyPurposeId.id_kp_timeStamping))
                .build(new JcaContentSignerBuilder(SIGNATURE).build(keys.getPrivate()));
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            var answer = stamp(new TimeStampRequest(exchange.getRequestBody().readAllBytes()));
            exchange.getResponseHeaders().add("Content-Type", "application/timestamp-reply");
            exchange.sendResponseHeaders(200, answer.length);
            exchange.getResponseBody().write(answer);
        } catch (GeneralSecurityException | OperatorException | TSPException e) {
            throw new IOException(e);
        }
    }

    private byte[] stamp(TimeStampRequest request)
            throws GeneralSecurityException, OperatorException, TSPException, IOException {
        var digests = new JcaDigestCalculatorProviderBuilder().build();
        var signer = new JcaSimpleSignerInfoGeneratorBuilder().build(SIGNATURE, keys.getPrivate(), certificate);
        var tokens =
                new TimeStampTokenGenerator(signer, digests.get(new AlgorithmIdentifier(TSPAlgorithms.SHA256)), POLICY);
        tokens.addCertificates(
                new JcaCertStore(List.of(new JcaX509CertificateConverter().getCertificate(certificate))));
        return new TimeStampResponseGenerator(tokens, TSPAlgorithms.ALLOWED)
                .generate(request, BigInteger.valueOf(serial.incrementAndGet()), Date.from(clock.instant()))
                .getEncoded();
    }
}
