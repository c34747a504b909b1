package dottore.app.ticket;

import java.util.Map;
import java.util.Optional;

/** Whether facts that come from elsewhere can stand in a log; each room judges those it reads. */
public interface FactRule {
  /** What is wrong with them, or empty. */
  Optional<String> wrong(Map<String, String> facts);
}
