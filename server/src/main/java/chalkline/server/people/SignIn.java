package chalkline.server.people;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Time;
import chalkline.server.policy.Role;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.method.configuration.EnableMethodSecurity;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.annotation.AnnotationTemplateExpressionDefaults;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.logout.HttpStatusReturningLogoutSuccessHandler;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/**
 * Sign-in with a session cookie and a CSRF token; the pages are public, all data behind {@code /api} is not. What the
 * actuator says beyond health is for administrators and auditors, who sign in with every call (Basic, RFC 7617).
 */
@Configuration
@EnableMethodSecurity
class SignIn {
    private static final String CONTENT = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:;"
            + " object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /** Lets the annotations of the policy name their rights. */
    @Bean
    static AnnotationTemplateExpressionDefaults rightsInAnnotations() {
        return new AnnotationTemplateExpressionDefaults();
    }

    @Bean
    PasswordEncoder passwords(ChalkLineSettings settings) {
        return settings.demo() ? Passwords.ofDemo() : new Passwords();
    }

    @Bean
    AuthenticationProvider provider(PeopleService people, PasswordEncoder passwords, SignInFailures failures) {
        return new SlowedSignIn(people, passwords, failures);
    }

    @Bean
    @Order(1)
    SecurityFilterChain actuator(HttpSecurity http) {
        http.securityMatcher("/actuator/**")
                .authorizeHttpRequests(requests -> requests.requestMatchers("/actuator/health/**", "/actuator/health")
                        .permitAll()
                        .anyRequest()
                        .hasAnyRole(Role.ADMINISTRATOR.name(), Role.AUDITOR.name()))
                .sessionManagement(sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .httpBasic(Customizer.withDefaults());
        return http.build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain chain(HttpSecurity http, OpenIdSignIn openId, Time time) {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        http.csrf(csrf -> csrf.spa().csrfTokenRepository(tokens))
                .addFilterBefore(new LongestSession(time), SecurityContextHolderFilter.class)
                // nobody comes back to a page of the server's own, so nothing is kept for those who are not signed in
                .requestCache(cache -> cache.disable())
                .authorizeHttpRequests(requests -> requests.requestMatchers("/api/sign-in", "/api/sign-in/ways")
                        .permitAll()
                        .requestMatchers("/api/**")
                        .authenticated()
                        .anyRequest()
                        .permitAll())
                .formLogin(form -> form.loginProcessingUrl("/api/sign-in")
                        .loginPage("/")
                        .successHandler((request, response, authentication) -> response.setStatus(204))
                        .failureHandler((request, response, exception) -> failed(response, exception)))
                .logout(logout -> logout.logoutUrl("/api/sign-out")
                        .logoutSuccessHandler(new HttpStatusReturningLogoutSuccessHandler()))
                .exceptionHandling(handling ->
                        handling.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.NO_REFERRER)));
        openId.addTo(http);
        return http.build();
    }

    private static void failed(HttpServletResponse response, AuthenticationException e) throws IOException {
        if (!(e instanceof TooManyFailures tooMany)) {
            response.setStatus(HttpServletResponse.SC_UNAUTHORIZED);
            return;
        }
        response.setStatus(HttpStatus.TOO_MANY_REQUESTS.value());
        response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(tooMany.seconds()));
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream()
                .write(("{\"title\":\"Too Many Requests\",\"status\":429,\"detail\":\"" + tooMany.getMessage() + "\"}")
                        .getBytes(StandardCharsets.UTF_8));
    }
}
