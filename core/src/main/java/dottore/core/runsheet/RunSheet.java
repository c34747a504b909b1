package dottore.core.runsheet;

import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * The steps of a piece of work. They stand in an order in which they can be done; where a step does
 * not say what it comes after, it may be done earlier or later.
 *
 * @param kind what kind of work it is, for the room that made it
 */
public record RunSheet(String kind, String title, List<SheetStep> steps) {

  /**
   * @throws IllegalArgumentException if a step stands here twice, follows one that is not above it
   *     (so that there are no circles), or gives back what no step above it borrowed
   */
  public RunSheet {
    steps = List.copyOf(steps);
    Set<String> above = new HashSet<>();
    Set<String> lent = new HashSet<>();
    for (SheetStep step : steps) {
      if (!above.containsAll(step.after())) {
        throw new IllegalArgumentException(step.id() + " follows a step that is not above it");
      }
      if (step.returns().isPresent() && !lent.contains(step.returns().get())) {
        throw new IllegalArgumentException(step.id() + " gives back what nobody borrowed");
      }
      if (!above.add(step.id())) {
        throw new IllegalArgumentException(step.id() + " stands here twice");
      }
      step.borrows().ifPresent(loan -> lent.add(loan.what()));
    }
  }

  /** What became of a step. */
  public enum Mark {
    DONE,
    SKIPPED
  }

  public Optional<SheetStep> step(String id) {
    return steps.stream().filter(step -> step.id().equals(id)).findFirst();
  }

  /** The steps that can be done now, in the order of the sheet. */
  public List<SheetStep> ready(Map<String, Mark> marks) {
    return steps.stream()
        .filter(step -> !marks.containsKey(step.id()))
        .filter(step -> marks.keySet().containsAll(step.after()))
        .toList();
  }

  /** What stands in the way of ticking a step; empty if nothing does. */
  public List<SheetStep> waitsFor(String id, Map<String, Mark> marks) {
    SheetStep wanted =
        step(id).orElseThrow(() -> new IllegalArgumentException("no step is called " + id));
    return steps.stream()
        .filter(step -> wanted.after().contains(step.id()) && !marks.containsKey(step.id()))
        .toList();
  }

  /** Steps that hang on this one and were done already, so that it cannot be opened again. */
  public List<SheetStep> builtOn(String id, Map<String, Mark> marks) {
    return steps.stream()
        .filter(step -> step.after().contains(id) && marks.containsKey(step.id()))
        .toList();
  }

  public boolean finished(Map<String, Mark> marks) {
    return steps.stream().allMatch(step -> marks.containsKey(step.id()));
  }

  public Minutes handsLeft(Map<String, Mark> marks) {
    return left(marks, SheetStep::hands);
  }

  /** Minutes that run by themselves, one after the other; steps never overlap on one machine. */
  public Minutes waitingLeft(Map<String, Mark> marks) {
    return left(marks, SheetStep::waiting);
  }

  private Minutes left(Map<String, Mark> marks, Function<SheetStep, Minutes> of) {
    return steps.stream()
        .filter(step -> !marks.containsKey(step.id()))
        .map(of)
        .reduce(Minutes.NONE, Minutes::plus);
  }

  /** Builds a sheet whose steps follow each other in a line unless they say otherwise. */
  public static RunSheet inLine(String kind, String title, List<SheetStep.Making> steps) {
    List<SheetStep> line = new ArrayList<>();
    for (SheetStep.Making making : steps) {
      SheetStep step = making.done();
      if (step.after().isEmpty() && !line.isEmpty()) {
        step = making.after(line.get(line.size() - 1).id()).done();
      }
      line.add(step);
    }
    return new RunSheet(kind, title, line);
  }
}
