package dottore.app;

import java.util.Map;
import org.junit.platform.launcher.LauncherSession;
import org.junit.platform.launcher.LauncherSessionListener;

/** One private database cluster for the whole test run. */
public class TestDatabase implements LauncherSessionListener {
  private static final Cluster CLUSTER = Cluster.make();

  @Override
  public void launcherSessionOpened(LauncherSession session) {
    System.setProperty("spring.datasource.url", CLUSTER.database("dottore"));
    System.setProperty("spring.datasource.username", "dottore");
    System.setProperty("spring.datasource.password", CLUSTER.password());
  }

  @Override
  public void launcherSessionClosed(LauncherSession session) {
    TestShop.close();
    CLUSTER.close();
  }

  /** Runs a command of the start script on the cluster of all tests; what it printed. */
  public static String script(Map<String, String> environment, String... words) {
    return CLUSTER.script(environment, words);
  }

  /** The address of another empty database in the same cluster. */
  public static String another(String name) {
    return CLUSTER.database(name);
  }
}
