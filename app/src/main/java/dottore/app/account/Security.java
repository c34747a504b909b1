package dottore.app.account;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.authentication.DefaultAuthenticationEventPublisher;
import org.springframework.security.authentication.DisabledException;
import org.springframework.security.authentication.InternalAuthenticationServiceException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who may do what, and the headers of every answer. */
@Configuration
class Security {
  /** Nothing from elsewhere, nothing inline. */
  private static final String CONTENT_POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:;"
          + " font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none';"
          + " frame-ancestors 'none'; manifest-src 'self'";

  @Bean
  SecurityFilterChain chain(HttpSecurity http, StillHere stillHere) throws Exception {
    CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
    tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
    CsrfTokenRequestAttributeHandler handler = new CsrfTokenRequestAttributeHandler();
    handler.setCsrfRequestAttributeName(null);
    http.csrf(csrf -> csrf.csrfTokenRepository(tokens).csrfTokenRequestHandler(handler))
        .authorizeHttpRequests(
            may ->
                may.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.FORWARD)
                    .permitAll()
                    .requestMatchers(
                        "/sign-in", "/first-owner", "/*.css", "/*.js", "/fonts/**", "/mark.svg")
                    .permitAll()
                    .requestMatchers(
                        "/settings/**", "/casebook/own/**", "/casebook/new/*", "/casebook/*/*/edit")
                    .hasRole("OWNER")
                    .requestMatchers(HttpMethod.POST, "/casebook/**", "/numbers/**")
                    .hasRole("OWNER")
                    .requestMatchers(HttpMethod.POST, "/shelf/**")
                    .hasAnyRole("OWNER", "TECHNICIAN", "APPRENTICE")
                    .requestMatchers("/tickets/*/bundle.json")
                    .hasAnyRole("OWNER", "TECHNICIAN")
                    .requestMatchers(HttpMethod.POST, "/tickets/import")
                    .hasAnyRole("OWNER", "TECHNICIAN")
                    // Proof of ownership is often shown at the counter.
                    .requestMatchers(HttpMethod.POST, "/tickets/*/fix/firmware/proof")
                    .authenticated()
                    .requestMatchers(
                        HttpMethod.POST,
                        "/tickets/*/find/**",
                        "/tickets/*/measure/**",
                        "/tickets/*/prove",
                        "/tickets/*/fix/**",
                        "/tickets/*/run-sheets/**")
                    .hasAnyRole("OWNER", "TECHNICIAN", "APPRENTICE")
                    .requestMatchers(HttpMethod.POST, "/tickets/*/hand-back", "/tickets/*/return")
                    .hasAnyRole("OWNER", "TECHNICIAN", "COUNTER")
                    .anyRequest()
                    .authenticated())
        .formLogin(
            form ->
                form.loginPage("/sign-in")
                    .loginProcessingUrl("/sign-in")
                    .successHandler(onward())
                    .failureHandler(
                        (request, response, why) ->
                            response.sendRedirect("/sign-in?" + refused(why))))
        .addFilterBefore(stillHere, AuthorizationFilter.class)
        .logout(out -> out.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
        .exceptionHandling(e -> e.authenticationEntryPoint(entry()))
        .headers(
            headers ->
                headers
                    .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                    .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN)));
    return http.build();
  }

  /** The filter belongs to the chain, and is not a filter of every request beside it. */
  @Bean
  FilterRegistrationBean<StillHere> onlyInTheChain(StillHere filter) {
    FilterRegistrationBean<StillHere> off = new FilterRegistrationBean<>(filter);
    off.setEnabled(false);
    return off;
  }

  private static String refused(AuthenticationException why) {
    if (why instanceof LockedException) {
      return "locked";
    }
    if (why instanceof DisabledException) {
      return "closed";
    }
    return why instanceof InternalAuthenticationServiceException ? "away" : "wrong";
  }

  /**
   * Leads to the page that was asked for, by its path alone: behind a proxy the host and scheme
   * seen here are not those of the browser.
   */
  private static AuthenticationSuccessHandler onward() {
    SavedRequestAwareAuthenticationSuccessHandler onward =
        new SavedRequestAwareAuthenticationSuccessHandler();
    onward.setDefaultTargetUrl("/today");
    onward.setRedirectStrategy(
        (request, response, to) -> {
          FreshSignIn.now(request);
          URI address = URI.create(to);
          String query = address.getRawQuery() == null ? "" : "?" + address.getRawQuery();
          response.sendRedirect(address.getRawPath().replaceFirst("^/+", "/") + query);
        });
    return onward;
  }

  /** A page in use is told that the session ended, so that it can keep what was typed. */
  private static AuthenticationEntryPoint entry() {
    LoginUrlAuthenticationEntryPoint page = new LoginUrlAuthenticationEntryPoint("/sign-in");
    return (HttpServletRequest request,
        HttpServletResponse response,
        AuthenticationException why) -> {
      if (request.getHeader("HX-Request") != null) {
        response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
      } else {
        page.commence(request, response, why);
      }
    };
  }

  @Bean
  PasswordEncoder encoder(@Value("${dottore.password-cost}") int cost) {
    return new BCryptPasswordEncoder(cost);
  }

  @Bean
  DefaultAuthenticationEventPublisher authenticationEvents(ApplicationEventPublisher publisher) {
    return new DefaultAuthenticationEventPublisher(publisher);
  }
}
