package dottore.app.today;

import dottore.app.record.Record;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Thinks of every machine in the shop once after a start, so that nobody waits for it. */
@Component
class FirstLook {
  private static final Logger LOG = LoggerFactory.getLogger(FirstLook.class);

  private final Record record;

  FirstLook(Record record) {
    this.record = record;
  }

  @EventListener(ApplicationReadyEvent.class)
  void look() {
    Thread thread = new Thread(this::thinkOfAll, "first look");
    thread.setDaemon(true);
    thread.setPriority(Thread.MIN_PRIORITY);
    thread.start();
  }

  private void thinkOfAll() {
    try {
      record.inTheShop().forEach(standing -> standing.assessment().next());
    } catch (RuntimeException broken) {
      LOG.warn("Today's first page will take longer: {}", broken.toString());
    }
  }
}
