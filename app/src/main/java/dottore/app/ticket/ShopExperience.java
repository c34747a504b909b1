package dottore.app.ticket;

import dottore.app.knowledge.LivedThrough;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.learning.Experience;
import dottore.core.learning.Stopwatch;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the closed tickets of this shop teach: confirmed causes and measured minutes. */
@Service
class ShopExperience implements LivedThrough {
  private final TicketRepository tickets;
  private final StepMinutesRepository measured;

  ShopExperience(TicketRepository tickets, StepMinutesRepository measured) {
    this.tickets = tickets;
    this.measured = measured;
  }

  @Override
  @Transactional(readOnly = true)
  public Experience since(Optional<Instant> since) {
    Instant from = since.orElse(Instant.EPOCH);
    List<Experience.Confirmed> confirmed = new ArrayList<>();
    for (TicketRepository.Lesson lesson : tickets.lessons(from)) {
      Set<Context> contexts = EnumSet.of(Context.of(lesson.getKind()));
      for (String context : lesson.getContexts()) {
        contexts.add(Context.of(context));
      }
      for (String cause : lesson.getCauses()) {
        confirmed.add(new Experience.Confirmed(cause, contexts));
      }
    }
    Map<String, List<Double>> minutes =
        measured.since(from).stream()
            .collect(
                Collectors.groupingBy(
                    m -> m.step, Collectors.mapping(m -> m.minutes, Collectors.toList())));
    return new Experience(confirmed, minutes);
  }

  /** Keeps what the steps of a ticket took, once it is closed. */
  void keep(Casebook casebook, TicketFile file, Instant closed) {
    List<Stopwatch.Entry> entries = new ArrayList<>();
    Set<Integer> gone = file.takenBack();
    for (Line line : file.log()) {
      boolean counts =
          line.answer()
              && line.get("told").isEmpty()
              && line.get("together").isEmpty()
              && line.get("corrects").isEmpty()
              && !gone.contains(line.seq());
      String step = line.data().getOrDefault("check", line.get("repair"));
      entries.add(
          new Stopwatch.Entry(
              line.at(), counts && !step.isEmpty() ? Optional.of(step) : Optional.empty()));
    }
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
}
