package onward.sentry.tools.seal;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.Date;
import java.util.Set;
import org.bouncycastle.bcpg.ArmoredOutputStream;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.PublicKeyAlgorithmTags;
import org.bouncycastle.bcpg.sig.KeyFlags;
import org.bouncycastle.crypto.generators.RSAKeyPairGenerator;
import org.bouncycastle.crypto.params.RSAKeyGenerationParameters;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPKeyRingGenerator;
import org.bouncycastle.openpgp.PGPPrivateKey;
import org.bouncycastle.openpgp.PGPPublicKey;
import org.bouncycastle.openpgp.PGPSecretKey;
import org.bouncycastle.openpgp.PGPSecretKeyRing;
import org.bouncycastle.openpgp.PGPSignature;
import org.bouncycastle.openpgp.PGPSignatureSubpacketGenerator;
import org.bouncycastle.openpgp.PGPUtil;
import org.bouncycastle.openpgp.operator.bc.BcKeyFingerprintCalculator;
import org.bouncycastle.openpgp.operator.bc.BcPBESecretKeyDecryptorBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPContentSignerBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPDigestCalculatorProvider;
import org.bouncycastle.openpgp.operator.bc.BcPGPKeyPair;

/** The key of a site's backups: one part signs, another is encrypted to. It stands in a file outside the data folder. */
final class SealKey {

    private static final int BITS = 3072;
    private static final int CERTAINTY = 100;

    private final PGPSecretKeyRing ring;

    private SealKey(PGPSecretKeyRing ring) {
        this.ring = ring;
    }

    /** Makes a new key in a file that nobody else may read; what stands there already is never written over. */
    static void make(Path file) throws IOException, PGPException {
        var random = new SecureRandom();
        var generator = new RSAKeyPairGenerator();
        generator.init(new RSAKeyGenerationParameters(java.math.BigInteger.valueOf(0x10001), random, BITS, CERTAINTY));
        var now = new Date();
        int version = org.bouncycastle.bcpg.PublicKeyPacket.VERSION_4;
        var signing = new BcPGPKeyPair(version, PublicKeyAlgorithmTags.RSA_GENERAL, generator.generateKeyPair(), now);
        var encrypting =
                new BcPGPKeyPair(version, PublicKeyAlgorithmTags.RSA_GENERAL, generator.generateKeyPair(), now);
        var signs = new PGPSignatureSubpacketGenerator();
        signs.setKeyFlags(true, KeyFlags.CERTIFY_OTHER | KeyFlags.SIGN_DATA);
        var encrypts = new PGPSignatureSubpacketGenerator();
        encrypts.setKeyFlags(true, KeyFlags.ENCRYPT_STORAGE);
        var rings = new PGPKeyRingGenerator(
                PGPSignature.POSITIVE_CERTIFICATION,
                signing,
                "backups of a site",
                new BcPGPDigestCalculatorProvider().get(HashAlgorithmTags.SHA1),
                signs.generate(),
                null,
                new BcPGPContentSignerBuilder(PublicKeyAlgorithmTags.RSA_GENERAL, HashAlgorithmTags.SHA256),
                null);
        rings.addSubKey(encrypting, encrypts.generate(), null);
        var ownerOnly = PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"));
        try (var channel = Files.newByteChannel(
                        file, Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE), ownerOnly);
                OutputStream out = java.nio.channels.Channels.newOutputStream(channel);
                var armored = ArmoredOutputStream.builder().build(out)) {
            rings.generateSecretKeyRing().encode(armored);
        }
    }

    static SealKey read(Path file) throws IOException, PGPException {
        try (InputStream in = PGPUtil.getDecoderStream(Files.newInputStream(file))) {
            return new SealKey(new PGPSecretKeyRing(in, new BcKeyFingerprintCalculator()));
        }
    }

    PGPPublicKey verifying() {
        return ring.getPublicKey();
    }

    PGPPrivateKey signing() throws PGPException {
        return unlocked(ring.getSecretKey());
    }

    PGPPublicKey encrypting() {
        var keys = ring.getPublicKeys();
        var last = keys.next();
        while (keys.hasNext()) {
            last = keys.next();
        }
        return last;
    }

    /** @return null when it is not one of this key's */
    PGPPrivateKey decrypting(long keyId) throws PGPException {
        var key = ring.getSecretKey(keyId);
        return key == null ? null : unlocked(key);
    }

    private static PGPPrivateKey unlocked(PGPSecretKey key) throws PGPException {
        return key.extractPrivateKey(
                new BcPBESecretKeyDecryptorBuilder(new BcPGPDigestCalculatorProvider()).build(new char[0]));
    }
}
