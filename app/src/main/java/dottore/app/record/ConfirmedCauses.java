package dottore.app.record;

import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How often each cause was confirmed on closed tickets of this shop. */
@Service
public class ConfirmedCauses {
  private final ConfirmedCauseRepository confirmed;

  ConfirmedCauses(ConfirmedCauseRepository confirmed) {
    this.confirmed = confirmed;
  }

  /** By cause id; causes never confirmed are left out. */
  @Transactional(readOnly = true)
  public Map<String, Long> counts() {
    return confirmed.findAll().stream().collect(Collectors.toMap(c -> c.cause, c -> c.times));
  }

  /** Counts the causes of a ticket that closes; in one order, so that two never wait in a ring. */
  void count(Collection<String> causes) {
    causes.stream().distinct().sorted().forEach(confirmed::count);
  }
}
