package dottore.core.proof;

import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/** What was measured, before and after. */
public final class ProofFacts {
  private static final int LARGEST = 100_000;

  private ProofFacts() {}

  /** The number before the work; of a measure with a unit. */
  public static Fact<BigDecimal> before(Measure measure) {
    return Fact.decimal(
        "before-" + measure.id(), measure.words() + " before", LARGEST, measure.unit().orElse(""));
  }

  /** The number after the work. */
  public static Fact<BigDecimal> after(Measure measure) {
    return Fact.decimal(
        "after-" + measure.id(), measure.words() + " after", LARGEST, measure.unit().orElse(""));
  }

  /** Whether what is only looked at is good. */
  public static Fact<Boolean> fine(Measure measure) {
    return Fact.yesNo("fine-" + measure.id(), measure.words() + " good");
  }

  private static Stream<Fact<?>> of(Measure measure) {
    return measure.unit().isPresent()
        ? Stream.of(before(measure), after(measure))
        : Stream.of(fine(measure));
  }

  /** All of them. */
  public static final FactForm FORM = form();

  private static FactForm form() {
    List<Fact<?>> all = Arrays.stream(Measure.values()).<Fact<?>>flatMap(ProofFacts::of).toList();
    return new FactForm("proof", all);
  }
}
