package dottore.app;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.TestInstancePostProcessor;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * A running shop for tests: started when the first test asks for it, once for the whole run, on a
 * free port and a database of its own. Fields of the test marked {@code @Autowired} are filled.
 */
public abstract class TestShop implements TestInstancePostProcessor {
  /** A shop that nobody worked in yet. */
  public static final class Empty extends TestShop {
    public Empty() {
      super("dottore", new String[] {"spare-desk"});
    }
  }

  /** The demo shop. */
  public static final class Demo extends TestShop {
    public Demo() {
      super("journeys", new String[] {"demo"});
    }
  }

  /** The demo shop as it is shown first, where no journey leads. */
  public static final class Untouched extends TestShop {
    public Untouched() {
      super("untouched", new String[] {"demo"});
    }
  }

  private static final Map<String, ConfigurableApplicationContext> RUNNING = new HashMap<>();

  private final String database;
  private final String[] profiles;

  /** Where backups of a shop lie, by the name of its database. */
  public static final String BACKUPS = "/tmp/backups-of-";

  /** Where images lie on the server. */
  public static final String IMAGES = "target/images";

  TestShop(String database, String[] profiles) {
    this.database = database;
    this.profiles = profiles;
  }

  @Override
  public void postProcessTestInstance(Object test, ExtensionContext context) {
    running().getAutowireCapableBeanFactory().autowireBean(test);
  }

  private ConfigurableApplicationContext running() {
    synchronized (RUNNING) {
      return RUNNING.computeIfAbsent(database, this::start);
    }
  }

  private ConfigurableApplicationContext start(String name) {
    return new SpringApplicationBuilder(DottoreApplication.class)
        .profiles(profiles)
        .run(
            "--server.port=0",
            "--dottore.slow-bodies.grace=3s",
            "--dottore.password-cost=4", // signing in is not what is measured
            "--dottore.sticks.folder=target/sticks/" + name,
            "--dottore.images.folder=" + IMAGES,
            "--dottore.keys.file=target/keys/" + name,
            "--dottore.backups.folder=" + BACKUPS + name,
            "--dottore.sticks.hurry=4000",
            "--dottore.sticks.natures.[False-1]=counterfeit 2",
            "--dottore.sticks.natures.[Worn-1]=worn",
            "--dottore.sticks.natures.[Slow-1]=slow",
            "--spring.datasource.url=" + TestDatabase.another(name));
  }

  /** A server that a test starts for itself, and closes; none starts while another does. */
  public static ConfigurableApplicationContext own(String... arguments) {
    synchronized (RUNNING) {
      return new SpringApplicationBuilder(DottoreApplication.class).profiles("demo").run(arguments);
    }
  }

  /** Stops what runs, at the end of the run. */
  static void close() {
    RUNNING.values().forEach(ConfigurableApplicationContext::close);
    RUNNING.clear();
  }
}
