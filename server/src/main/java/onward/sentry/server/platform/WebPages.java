package onward.sentry.server.platform;

import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** The screens: one page, whatever its address; hashed files may be kept for a year. */
@Configuration
class WebPages implements WebMvcConfigurer {

    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        for (var path : new String[] {
            "/",
            "/sign-in",
            "/first-administrator",
            "/bench",
            "/bench/{*rest}",
            "/detectors",
            "/logbook",
            "/logbook/proof",
            "/people",
            "/people/audit",
            "/gateways",
            "/site",
            "/board",
            "/board/{*rest}",
            "/boards",
            "/exchange",
            "/me",
            "/own-password",
            "/certificates",
            "/verify",
            "/verify/{*rest}",
            "/detectors/{*rest}",
            "/plan",
            "/parts",
            "/gas",
            "/gas/{*rest}",
            "/records/{*rest}",
            "/rules",
            "/rules/{*rest}",
            "/calculators",
            "/calculators/{*rest}",
            "/round",
            "/round/{*rest}"
        }) {
            registry.addViewController(path).setViewName("forward:/index.html");
        }
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(java.time.Duration.ofDays(365)).immutable());
    }
}
