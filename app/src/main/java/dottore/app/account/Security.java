package dottore.app.account;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletResponse;
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
import org.springframework.security.web.authentication.logout.HeaderWriterLogoutHandler;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ClearSiteDataHeaderWriter;
import org.springframework.security.web.header.writers.ClearSiteDataHeaderWriter.Directive;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.savedrequest.NullRequestCache;

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
    // Masked anew in each page, so that no compressed answer gives it away.
    http.csrf(csrf -> csrf.spa().csrfTokenRepository(tokens))
        .requestCache(cache -> cache.requestCache(new NullRequestCache()))
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
                            response.sendRedirect(
                                WayBack.through(
                                    "/sign-in?" + refused(why),
                                    WayBack.own(request.getParameter(WayBack.FIELD))))))
        .addFilterBefore(stillHere, AuthorizationFilter.class)
        .addFilterBefore(new NothingBeforeSignIn(entry()), CsrfFilter.class)
        .logout(
            out ->
                out.logoutUrl("/sign-out")
                    .logoutSuccessUrl("/sign-in?out")
                    // What was typed and not sent does not wait for who signs in next.
                    .addLogoutHandler(
                        new HeaderWriterLogoutHandler(
                            new ClearSiteDataHeaderWriter(Directive.STORAGE, Directive.CACHE))))
        .exceptionHandling(e -> e.authenticationEntryPoint(entry()))
        .headers(
            headers ->
                headers
                    .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                    .httpStrictTransportSecurity(strict -> strict.includeSubDomains(false))
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

  /** Leads to the page that somebody had open. */
  private static AuthenticationSuccessHandler onward() {
    return (request, response, who) -> {
      FreshSignIn.now(request);
      response.sendRedirect(WayBack.own(request.getParameter(WayBack.FIELD)));
    };
  }

  /** A page in use is told that the session ended, so that it can keep what was typed. */
  private static AuthenticationEntryPoint entry() {
    return (request, response, why) -> {
      if (WayBack.opened(request)) {
        response.sendRedirect(WayBack.through("/sign-in", WayBack.of(request)));
      } else {
        response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
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
