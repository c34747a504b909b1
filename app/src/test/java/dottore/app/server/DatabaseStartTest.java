package dottore.app.server;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.Cluster;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import org.junit.jupiter.api.Test;

/** The database's own start. */
class DatabaseStartTest {
  /** Bound and silent, as the near end of a connection to elsewhere is. */
  @Test
  void aPortThatSomebodyElseTookIsPassedOver() throws Exception {
    try (Socket taken = new Socket();
        Cluster cluster = Cluster.make()) {
      taken.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
      cluster.ranAt(taken.getLocalPort());
      assertThat(cluster.database("dottore"))
          .startsWith("jdbc:postgresql://127.0.0.1:")
          .doesNotContain(":" + taken.getLocalPort() + "/");
    }
  }
}
