package dottore.app.record;

import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How often each cause was confirmed on closed tickets of this shop. */
@Service
public class ConfirmedCauses {
  private final TicketRepository tickets;

  ConfirmedCauses(TicketRepository tickets) {
    this.tickets = tickets;
  }

  /** By cause id; causes never confirmed are left out. */
  @Transactional(readOnly = true)
  public Map<String, Long> counts() {
    return tickets.confirmed().stream()
        .collect(
            Collectors.toMap(
                TicketRepository.Confirmed::getCause, TicketRepository.Confirmed::getTimes));
  }
}
