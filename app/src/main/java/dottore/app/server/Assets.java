package dottore.app.server;

import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.CssLinkResourceTransformer;
import org.springframework.web.servlet.resource.ResourceUrlEncodingFilter;
import org.springframework.web.servlet.resource.VersionResourceResolver;

/**
 * Styles, scripts, fonts and the mark, each with the sum of its content in its address. Only these
 * addresses are looked up as files: every link of a page is asked whether it is one.
 */
@Configuration
class Assets implements WebMvcConfigurer {
  private static final Duration KEPT = Duration.ofHours(1);

  @Override
  public void addResourceHandlers(ResourceHandlerRegistry registry) {
    serve(registry, "classpath:/static/", "/*.css", "/*.js", "/*.svg");
    serve(registry, "classpath:/static/fonts/", "/fonts/*");
  }

  private static void serve(ResourceHandlerRegistry registry, String from, String... at) {
    registry
        .addResourceHandler(at)
        .addResourceLocations(from)
        .setCacheControl(CacheControl.maxAge(KEPT))
        .resourceChain(true)
        .addResolver(new VersionResourceResolver().addContentVersionStrategy("/**"))
        .addTransformer(new CssLinkResourceTransformer());
  }

  /** Writes the sums into the links of pages. */
  @Bean
  ResourceUrlEncodingFilter sumsInLinks() {
    return new ResourceUrlEncodingFilter();
  }
}
