package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class CertificateCodeTest {

    @Test
    void aTextHasOneCodeAndAnotherTextAnother() {
        assertThat(CertificateCode.of("")).isEqualTo("WERC-8GMR-ZGE1");
        assertThat(CertificateCode.of("a")).isNotEqualTo(CertificateCode.of("b"));
    }

    @Test
    void whatIsTypedIsReadAsItIsMeant() {
        assertThat(CertificateCode.typed(" 7k3m q2pd-xwOf ")).contains("7K3M-Q2PD-XW0F");
        assertThat(CertificateCode.typed("il00-0000-0000")).contains("1100-0000-0000");
        assertThat(CertificateCode.typed("7K3M-Q2PD-XW0")).isEmpty();
        assertThat(CertificateCode.typed("7K3M-Q2PD-XW0U")).isEmpty();
    }

    @Property
    void everyCodeIsReadBackAsItself(@ForAll String text) {
        var code = CertificateCode.of(text);
        assertThat(CertificateCode.typed(code)).contains(code);
        assertThat(CertificateCode.typed(code.toLowerCase().replace("-", ""))).contains(code);
    }
}
