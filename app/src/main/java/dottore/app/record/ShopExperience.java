package dottore.app.record;

import dottore.app.knowledge.Knowledge;
import dottore.app.knowledge.LivedThrough;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.learning.Experience;
import dottore.core.learning.Stopwatch;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.event.TransactionalEventListener;

/** What the closed tickets of this shop teach: confirmed causes and measured minutes. */
@Service
class ShopExperience implements LivedThrough {
  private final TicketRepository tickets;
  private final StepMinutesRepository measured;

  private final Knowledge knowledge;

  ShopExperience(
      TicketRepository tickets, StepMinutesRepository measured, @Lazy Knowledge knowledge) {
    this.tickets = tickets;
    this.measured = measured;
    this.knowledge = knowledge;
  }

  @Override
  @Transactional(readOnly = true)
  public Experience since(Optional<Instant> since) {
    Instant from = since.orElse(Instant.EPOCH);
    return experience(tickets.lessons(from), measured.since(from));
  }

  @Override
  @Transactional(readOnly = true)
  public Experience of(String claim, Optional<Instant> since) {
    Instant from = since.orElse(Instant.EPOCH);
    return experience(tickets.lesson(claim, from), measured.of(claim, from));
  }

  private static Experience experience(
      List<TicketRepository.Lesson> lessons, List<StepMinutes> measured) {
    Map<Experience.Confirmed, Integer> confirmed = new HashMap<>();
    for (TicketRepository.Lesson lesson : lessons) {
      Set<Context> contexts = EnumSet.of(Context.of(lesson.getKind()));
      Arrays.stream(lesson.getContexts()).map(Context::of).forEach(contexts::add);
      for (String cause : lesson.getCauses()) {
        confirmed.merge(
            new Experience.Confirmed(cause, contexts), (int) lesson.getTimes(), Integer::sum);
      }
    }
    Map<String, List<Double>> minutes =
        measured.stream()
            .collect(
                Collectors.groupingBy(
                    m -> m.step, Collectors.mapping(m -> m.minutes, Collectors.toList())));
    return new Experience(confirmed, minutes);
  }

  /** Once the record holds the end of a ticket, it is learned from. */
  @TransactionalEventListener
  void closed(Closing.Closed ticket) {
    knowledge.learnFrom(ticket.claim());
  }

  /** Keeps what the steps of a ticket took, once it is closed. */
  void keep(Casebook casebook, TicketFile file, Instant closed) {
    List<Stopwatch.Entry> entries =
        file.log().lines().stream()
            .map(line -> new Stopwatch.Entry(line.at(), step(file, line)))
            .toList();
    List<Stopwatch.Span> hands =
        file.clocks().stream()
            .filter(RunningTime::hands)
            .map(c -> new Stopwatch.Span(c.startedAt(), c.stoppedAt().orElse(closed)))
            .toList();
    for (Stopwatch.Measured one : Stopwatch.read(casebook, entries, hands)) {
      StepMinutes minutes = new StepMinutes();
      minutes.ticketId = file.id();
      minutes.step = one.step();
      minutes.minutes = one.minutes();
      minutes.closed = closed;
      measured.save(minutes);
    }
  }

  /** The step that a line is the work of; empty if it is no answer that somebody worked for. */
  private static Optional<String> step(TicketFile file, Line line) {
    boolean worked =
        (line.entry() instanceof Entry.Reading || line.entry() instanceof Entry.Tried)
            && file.log().counts(line);
    if (!worked) {
      return Optional.empty();
    }
    Entry.Answer answer = (Entry.Answer) line.entry();
    Entry.Origin origin = answer.origin();
    return origin.told() || origin.together().isPresent() || origin.corrects().isPresent()
        ? Optional.empty()
        : Optional.of(answer.step());
  }
}
