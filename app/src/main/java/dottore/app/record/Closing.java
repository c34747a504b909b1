package dottore.app.record;

import dottore.app.said.Refused;
import dottore.core.casebook.Cause;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Verdict;
import dottore.core.gate.Gate;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import dottore.core.ticket.HandBack;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.WaitsFor;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** The end of tickets. However one ends, it ends here, and its gate is taken inside its lock. */
@Component
public class Closing {
  /** A ticket was closed. What it taught is looked at once the record holds it. */
  public record Closed(String claim) {}

  private final Store store;
  private final ShopExperience experience;
  private final ConfirmedCauses confirmed;
  private final ApplicationEventPublisher events;

  Closing(
      Store store,
      ShopExperience experience,
      ConfirmedCauses confirmed,
      ApplicationEventPublisher events) {
    this.confirmed = confirmed;
    this.store = store;
    this.experience = experience;
    this.events = events;
  }

  /** What must be good before a machine leaves the shop. */
  public Gate<HandBack.Topic> gate(TicketFile file, Ending ending) {
    return HandBack.gate(
        ending,
        store.assess(file).verdict(),
        store.casebook(),
        file.sheets(),
        file.runningClocks().stream().flatMap(clock -> clock.guard().stream()).toList(),
        file.owed());
  }

  /**
   * Closes a ticket if its gate lets it, or somebody who may says why it goes all the same.
   *
   * @param sheet what the hand-over sheet says beyond the record
   * @param override the reason; empty if there is none
   * @param mayOverride whether the one who closes may go on in spite of what is open
   * @throws Refused with what is open; nothing is kept
   */
  public void close(
      Writing writing,
      Ending ending,
      Map<String, String> sheet,
      String override,
      boolean mayOverride) {
    Gate<HandBack.Topic> gate = gate(writing.file(), ending);
    String text =
        ending == Ending.HANDED_BACK ? "Handed back" : "Sent back to the seller under warranty";
    Map<String, String> kept = new LinkedHashMap<>(sheet);
    if (!gate.go()) {
      if (override.isBlank()) {
        throw new Refused("Not " + ending.words() + ": " + gate.openWords() + ".");
      }
      if (!mayOverride) {
        throw new Refused(
            "Not "
                + ending.words()
                + ": only a technician or the owner may go on in spite of what is open.");
      }
      kept.put("override", override.strip());
      text += " in spite of: " + gate.openWords() + ". Reason: " + override.strip();
    }
    close(writing, ending, confirmed(writing), kept, text, writing.at());
  }

  /** Causes count as confirmed once what failed was checked again. */
  private List<String> confirmed(Writing writing) {
    Assessment assessment = writing.assess();
    boolean confirmed = assessment.verdict() instanceof Verdict.Works works && works.confirmed();
    return confirmed ? assessment.curedCauses().stream().map(Cause::id).toList() : List.of();
  }

  /**
   * Closes a ticket as it was closed elsewhere; its gate was taken there.
   *
   * @param causes that were confirmed there
   */
  public void asItWas(
      Writing writing,
      Ending ending,
      List<String> causes,
      Map<String, String> sheet,
      Instant closed) {
    close(writing, ending, causes, sheet, "Closed as it was in the bundle", closed);
  }

  private void close(
      Writing writing,
      Ending ending,
      List<String> causes,
      Map<String, String> sheet,
      String text,
      Instant at) {
    TicketFile file = writing.file();
    Ticket ticket = writing.ticket;
    ticket.state = ending.name();
    ticket.closed = at;
    ticket.confirmedCauses = List.copyOf(causes);
    ticket.sheet = Map.copyOf(sheet);
    ticket.waitsFor = WaitsFor.NOBODY.id();
    ticket.waitsWhy = "";
    store.index(ticket);
    store.clocks.of(List.of(writing.id())).stream()
        .filter(c -> c.stoppedAt == null)
        .forEach(c -> c.stoppedAt = at);
    if (ticket.teaches) {
      experience.keep(store.casebook(), file, at);
      confirmed.count(causes);
    }
    writing.append(new NewLine(text, new Entry.Closed()));
    events.publishEvent(new Closed(ticket.claim));
  }
}
