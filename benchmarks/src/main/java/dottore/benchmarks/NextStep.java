package dottore.benchmarks;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.diagnosis.Candidate;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.ShopRules;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** One next-step computation over the whole casebook, with and without a complaint. */
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 4, time = 3)
@Fork(1)
@State(Scope.Benchmark)
public class NextStep {
  /** How much is known: nothing, the complaint, two answers more, or a log of forty answers. */
  @Param({"nothing", "complaint", "answers", "forty"})
  public String known = "nothing";

  private final Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());

  @Benchmark
  public List<Candidate> step() {
    List<Event> events =
        switch (known) {
          case "complaint" -> List.of(new Event.Reading(1, "how-far", "dark", Event.TOLD));
          case "answers" ->
              List.of(
                  new Event.Reading(1, "how-far", "dark", Event.TOLD),
                  new Event.Reading(2, "board-light", "none", Event.SEEN),
                  new Event.Reading(3, "display-port-used", "card", Event.SEEN));
          case "forty" -> forty();
          default -> List.of();
        };
    return diagnosis
        .assess(new Case(Set.of(Context.TOWER, Context.MOVED), Set.of(), Set.of(), events))
        .candidates();
  }

  /** Every check that can be done, one after the other, with its good answer. */
  private List<Event> forty() {
    List<Event> events = new ArrayList<>();
    events.add(new Event.Reading(0, "how-far", "unstable", Event.SEEN));
    for (Check check : diagnosis.casebook().checks()) {
      for (Check.Outcome outcome : check.outcomes()) {
        if (outcome.good() && events.size() < 40 && !check.id().equals(Check.HOW_FAR)) {
          events.add(new Event.Reading(events.size(), check.id(), outcome.id(), Event.SEEN));
          break;
        }
      }
    }
    return events;
  }
}
