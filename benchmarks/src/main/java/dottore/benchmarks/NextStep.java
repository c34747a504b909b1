package dottore.benchmarks;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.ShopRules;
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
  /** How much is known: nothing, the complaint, or the complaint and two answers. */
  @Param({"nothing", "complaint", "answers"})
  public String known = "nothing";

  private final Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());

  @Benchmark
  public Assessment assess() {
    List<Event> events =
        switch (known) {
          case "complaint" -> List.of(new Event.Reading(1, "how-far", "dark", Event.TOLD));
          case "answers" ->
              List.of(
                  new Event.Reading(1, "how-far", "dark", Event.TOLD),
                  new Event.Reading(2, "board-light", "none", Event.SEEN),
                  new Event.Reading(3, "display-port-used", "card", Event.SEEN));
          default -> List.of();
        };
    return diagnosis.assess(
        new Case(Set.of(Context.TOWER, Context.MOVED), Set.of(), Set.of(), events));
  }
}
