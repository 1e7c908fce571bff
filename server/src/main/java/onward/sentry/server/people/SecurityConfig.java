package onward.sentry.server.people;

import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.ProblemWriter;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.hierarchicalroles.RoleHierarchy;
import org.springframework.security.access.hierarchicalroles.RoleHierarchyImpl;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.authentication.configuration.AuthenticationConfiguration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.firewall.HttpFirewall;
import org.springframework.security.web.firewall.StrictHttpFirewall;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

@Configuration
class SecurityConfig {

    private static final String CONTENT =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none';"
                    + " base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
    private static final String PERMISSIONS =
            "camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=(), bluetooth=(), midi=()";

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder();
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    AuthenticationManager authenticationManager(AuthenticationConfiguration configuration) {
        return configuration.getAuthenticationManager();
    }

    /** Serials as their makers give them may hold a slash; it stands in an address as {@code %2F}. */
    @Bean
    HttpFirewall firewall() {
        var firewall = new StrictHttpFirewall();
        firewall.setAllowUrlEncodedSlash(true);
        firewall.setAllowUrlEncodedPercent(true);
        return firewall;
    }

    @Bean
    static RoleHierarchy roleHierarchy() {
        return RoleHierarchyImpl.fromHierarchy("""
                ROLE_ADMINISTRATOR > ROLE_LEAD
                ROLE_LEAD > ROLE_TECHNICIAN
                ROLE_TECHNICIAN > ROLE_VIEWER
                """);
    }

    @Bean
    @Order(2)
    SecurityFilterChain screens(HttpSecurity http, ProblemWriter problems) {
        return http.csrf(csrf -> csrf.spa())
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, why) -> problems.write(
                                response,
                                HttpStatus.UNAUTHORIZED,
                                new Refusal("sign-in", "", "Nobody is signed in here.", "Sign in, then try again.")))
                        .accessDeniedHandler((request, response, why) -> problems.write(
                                response,
                                HttpStatus.FORBIDDEN,
                                new Refusal(
                                        "not-allowed",
                                        "",
                                        "That takes another role than yours, or the page is from before you signed in.",
                                        "Load the page again, or ask somebody who may."))))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN))
                        .permissionsPolicyHeader(policy -> policy.policy(PERMISSIONS)))
                .authorizeHttpRequests(access -> {
                    for (var row : AccessTable.ROWS) {
                        var address = access.requestMatchers(row.method(), row.pattern());
                        row.role().ifPresentOrElse(role -> address.hasRole(role.name()), address::permitAll);
                    }
                    access.requestMatchers("/api/v1/openapi")
                            .hasRole(Role.VIEWER.name())
                            .requestMatchers("/api/**")
                            .denyAll()
                            .requestMatchers("/actuator/health")
                            .permitAll()
                            .requestMatchers("/actuator/**")
                            .hasRole(Role.ADMINISTRATOR.name())
                            .anyRequest()
                            .permitAll();
                })
                .build();
    }
}
