package dottore.app.server;

import java.time.Duration;
import org.apache.catalina.core.StandardHost;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.ConfigurableTomcatWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/** Sets the web server up. */
@Component
class Server implements WebServerFactoryCustomizer<ConfigurableTomcatWebServerFactory> {
  private final Duration grace;

  Server(@Value("${dottore.slow-bodies.grace:10s}") Duration grace) {
    this.grace = grace;
  }

  @Override
  public void customize(ConfigurableTomcatWebServerFactory factory) {
    factory.addEngineValves(new SlowBodies(grace));
    factory.addContextCustomizers(
        context -> {
          if (context.getParent() instanceof StandardHost host) {
            host.setErrorReportValveClass(LastWord.class.getName());
          }
        });
  }
}
