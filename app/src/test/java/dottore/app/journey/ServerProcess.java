package dottore.app.journey;

import dottore.app.DottoreApplication;
import dottore.app.Visitor;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A demo shop in a process of its own, for tests that kill it or take its database away. */
record ServerProcess(Process process, int port) {
  private static final Pattern READY = Pattern.compile("ready: http://127\\.0\\.0\\.1:(\\d+)");

  /** On a database of the cluster of all tests. */
  static ServerProcess start(String database) throws Exception {
    return start(database, System.getProperty("spring.datasource.password"));
  }

  static ServerProcess start(String database, String password) throws Exception {
    Process process =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                DottoreApplication.class.getName(),
                "--server.port=0",
                "--spring.profiles.active=demo",
                "--dottore.password-cost=4",
                "--dottore.sticks.folder=target/sticks/process",
                "--spring.datasource.url=" + database,
                "--spring.datasource.username=" + System.getProperty("spring.datasource.username"),
                "--spring.datasource.password=" + password)
            .redirectErrorStream(true)
            .start();
    BufferedReader out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    StringBuilder said = new StringBuilder();
    for (String line = out.readLine(); line != null; line = out.readLine()) {
      said.append(line).append('\n');
      Matcher ready = READY.matcher(line);
      if (ready.find()) {
        Thread rest = new Thread(() -> out.lines().forEach(more -> {}));
        rest.setDaemon(true); // or the server stops once its pipe is full
        rest.start();
        return new ServerProcess(process, Integer.parseInt(ready.group(1)));
      }
    }
    throw new AssertionError("the server did not start: " + said);
  }

  Visitor runa() {
    return new Visitor(port).signedIn("runa", Journey.RUNA);
  }

  void kill() throws InterruptedException {
    process.destroyForcibly().waitFor();
  }
}
