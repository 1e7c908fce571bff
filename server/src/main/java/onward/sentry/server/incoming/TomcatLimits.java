package onward.sentry.server.incoming;

import onward.sentry.server.platform.ProblemWriter;
import org.apache.catalina.core.StandardHost;
import org.apache.tomcat.util.buf.EncodedSolidusHandling;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/** Puts the limits for strangers before everything else that Tomcat does with a request. */
@Component
class TomcatLimits implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    private final Visitors visitors;
    private final ProblemWriter problems;

    TomcatLimits(Visitors visitors, ProblemWriter problems) {
        this.visitors = visitors;
        this.problems = problems;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addEngineValves(new StrangerLimit(visitors, problems));
        factory.addConnectorCustomizers(
                connector -> connector.setEncodedSolidusHandling(EncodedSolidusHandling.PASS_THROUGH.getValue()));
        factory.addContextCustomizers(
                context -> ((StandardHost) context.getParent()).setErrorReportValveClass(ProblemValve.class.getName()));
    }
}
