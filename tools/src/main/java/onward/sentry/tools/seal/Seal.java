package onward.sentry.tools.seal;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Date;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.SymmetricKeyAlgorithmTags;
import org.bouncycastle.openpgp.PGPCompressedData;
import org.bouncycastle.openpgp.PGPCompressedDataGenerator;
import org.bouncycastle.openpgp.PGPEncryptedDataGenerator;
import org.bouncycastle.openpgp.PGPEncryptedDataList;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPLiteralData;
import org.bouncycastle.openpgp.PGPLiteralDataGenerator;
import org.bouncycastle.openpgp.PGPOnePassSignatureList;
import org.bouncycastle.openpgp.PGPPublicKeyEncryptedData;
import org.bouncycastle.openpgp.PGPSignature;
import org.bouncycastle.openpgp.PGPSignatureGenerator;
import org.bouncycastle.openpgp.PGPSignatureList;
import org.bouncycastle.openpgp.bc.BcPGPObjectFactory;
import org.bouncycastle.openpgp.operator.bc.BcPGPContentSignerBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPContentVerifierBuilderProvider;
import org.bouncycastle.openpgp.operator.bc.BcPGPDataEncryptorBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPublicKeyDataDecryptorFactory;
import org.bouncycastle.openpgp.operator.bc.BcPublicKeyKeyEncryptionMethodGenerator;

/**
 * Used by {@code ./sentry backup} and {@code restore}: {@code key FILE} makes a key, {@code seal KEY IN OUT} signs and encrypts,
 * {@code open KEY IN OUT} decrypts and checks who signed. Exit 0 when it is done, 1 when a file is not sealed with the key, in
 * which case nothing is left of it.
 */
public final class Seal {

    private static final int REFUSED = 1;
    private static final int BUFFER = 1 << 16;

    private Seal() {}

    public static void main(String[] args) throws IOException, PGPException {
        switch (args[0]) {
            case "key" -> SealKey.make(Path.of(args[1]));
            case "seal" -> seal(SealKey.read(Path.of(args[1])), Path.of(args[2]), Path.of(args[3]));
            case "open" -> {
                var why = open(Path.of(args[1]), Path.of(args[2]), Path.of(args[3]));
                if (why != null) {
                    System.err.println(why);
                    System.exit(REFUSED);
                }
            }
            default -> throw new IllegalArgumentException("there is no '" + args[0] + "'");
        }
    }

    static void seal(SealKey key, Path in, Path out) throws IOException, PGPException {
        var encryption = new PGPEncryptedDataGenerator(new BcPGPDataEncryptorBuilder(SymmetricKeyAlgorithmTags.AES_256)
                .setWithIntegrityPacket(true)
                .setSecureRandom(new SecureRandom()));
        encryption.addMethod(new BcPublicKeyKeyEncryptionMethodGenerator(key.encrypting()));
        var signature = new PGPSignatureGenerator(
                new BcPGPContentSignerBuilder(key.verifying().getAlgorithm(), HashAlgorithmTags.SHA256),
                key.verifying());
        signature.init(PGPSignature.BINARY_DOCUMENT, key.signing());
        try (var from = new BufferedInputStream(Files.newInputStream(in));
                var file = new BufferedOutputStream(Files.newOutputStream(out));
                OutputStream encrypted = encryption.open(file, new byte[BUFFER]);
                OutputStream packed = new PGPCompressedDataGenerator(PGPCompressedData.UNCOMPRESSED).open(encrypted)) {
            signature.generateOnePassVersion(false).encode(packed);
            try (OutputStream literal = new PGPLiteralDataGenerator()
                    .open(packed, PGPLiteralData.BINARY, "backup", new Date(), new byte[BUFFER])) {
                var bytes = new byte[BUFFER];
                for (int read = from.read(bytes); read >= 0; read = from.read(bytes)) {
                    literal.write(bytes, 0, read);
                    signature.update(bytes, 0, read);
                }
            }
            signature.generate().encode(packed);
        }
    }

    /** @return why it was refused; null when it is open */
    private static String open(Path keyFile, Path in, Path out) throws IOException {
        try {
            if (opened(SealKey.read(keyFile), in, out)) {
                return null;
            }
        } catch (PGPException | IOException | RuntimeException e) {
            Files.deleteIfExists(out);
            return "it cannot be opened with this key (" + e.getMessage() + ")";
        }
        Files.deleteIfExists(out);
        return "it is not signed with this key, or was changed";
    }

    /** Whether what was written to {@code out} is signed with the key; it is to be used in no other case. */
    static boolean opened(SealKey key, Path in, Path out) throws IOException, PGPException {
        try (var from = new BufferedInputStream(Files.newInputStream(in))) {
            var encrypted = encryptedTo(key, from);
            var secret = key.decrypting(encrypted.getKeyIdentifier().getKeyId());
            var objects = new BcPGPObjectFactory(encrypted.getDataStream(new BcPublicKeyDataDecryptorFactory(secret)));
            var first = objects.nextObject();
            if (first instanceof PGPCompressedData compressed) {
                objects = new BcPGPObjectFactory(compressed.getDataStream());
                first = objects.nextObject();
            }
            if (!(first instanceof PGPOnePassSignatureList signatures)
                    || !(objects.nextObject() instanceof PGPLiteralData literal)) {
                return false;
            }
            var signature = signatures.get(0);
            signature.init(new BcPGPContentVerifierBuilderProvider(), key.verifying());
            try (InputStream content = literal.getInputStream();
                    OutputStream to = Files.newOutputStream(out)) {
                var bytes = new byte[BUFFER];
                for (int read = content.read(bytes); read >= 0; read = content.read(bytes)) {
                    to.write(bytes, 0, read);
                    signature.update(bytes, 0, read);
                }
            }
            return objects.nextObject() instanceof PGPSignatureList end
                    && signature.getKeyID() == key.verifying().getKeyID()
                    && signature.verify(end.get(0))
                    && encrypted.verify();
        }
    }

    private static PGPPublicKeyEncryptedData encryptedTo(SealKey key, InputStream from)
            throws IOException, PGPException {
        if (new BcPGPObjectFactory(from).nextObject() instanceof PGPEncryptedDataList list) {
            for (var one : list) {
                if (one instanceof PGPPublicKeyEncryptedData data
                        && data.isIntegrityProtected()
                        && key.decrypting(data.getKeyIdentifier().getKeyId()) != null) {
                    return data;
                }
            }
        }
        throw new PGPException("it is not sealed with this key");
    }
}
