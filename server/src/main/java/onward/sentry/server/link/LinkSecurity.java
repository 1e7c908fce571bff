package onward.sentry.server.link;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.ProblemWriter;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.web.filter.OncePerRequestFilter;

/** Gateways show a bearer token, hold no session, and reach nothing but the link's own addresses. */
@Configuration
class LinkSecurity {

    @Bean
    @Order(1)
    SecurityFilterChain gateways(HttpSecurity http, ProblemWriter problems, LinkTokens tokens) {
        return http.securityMatcher("/api/v1/link/**")
                .csrf(csrf -> csrf.disable())
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, why) -> problems.write(
                        response,
                        HttpStatus.UNAUTHORIZED,
                        new Refusal(
                                "link-token", "", "This token opens nothing.", "Ask a lead for a token of the site."))))
                .addFilterBefore(new TokenFilter(tokens), UsernamePasswordAuthenticationFilter.class)
                .authorizeHttpRequests(access -> access.anyRequest().hasRole("GATEWAY"))
                .build();
    }

    /** Not a bean: it belongs to this chain alone. */
    private static final class TokenFilter extends OncePerRequestFilter {

        private static final String BEARER = "Bearer ";

        private final LinkTokens tokens;

        TokenFilter(LinkTokens tokens) {
            this.tokens = tokens;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            var header = request.getHeader("Authorization");
            if (header != null && header.startsWith(BEARER)) {
                tokens.find(header.substring(BEARER.length()).strip())
                        .ifPresent(id -> SecurityContextHolder.getContext()
                                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                                        id.toString(), "", List.of(new SimpleGrantedAuthority("ROLE_GATEWAY")))));
            }
            chain.doFilter(request, response);
        }
    }
}
