package dottore.core.diagnosis;

import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.machine.MachineKind;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * What is known of one machine's trouble.
 *
 * @param contexts what changed last and what the machine is, its kind included
 * @param marks the marks of danger seen at arrival
 * @param missing what this shop or ticket does not have
 * @param events in the order of happening
 */
public record Case(Set<Context> contexts, Set<Mark> marks, Set<Need> missing, List<Event> events) {

  public Case {
    EnumSet<Context> told = EnumSet.noneOf(Context.class);
    told.addAll(contexts);
    EnumSet<Mark> seen = EnumSet.noneOf(Mark.class);
    seen.addAll(marks);
    asOneFact(told, seen);
    contexts = Collections.unmodifiableSet(told);
    marks = Collections.unmodifiableSet(seen);
    missing = copy(missing, Need.class);
    events = List.copyOf(events);
  }

  /** A danger and the circumstance that it comes of are one fact, whichever was ticked. */
  private static void asOneFact(Set<Context> told, Set<Mark> seen) {
    for (Context context : Context.values()) {
      context
          .mark()
          .filter(mark -> told.contains(context) || seen.contains(mark))
          .ifPresent(
              mark -> {
                told.add(context);
                seen.add(mark);
              });
    }
  }

  private static <E extends Enum<E>> Set<E> copy(Set<E> set, Class<E> type) {
    EnumSet<E> copy = EnumSet.noneOf(type);
    copy.addAll(set);
    return Collections.unmodifiableSet(copy);
  }

  public MachineKind kind() {
    return Context.kindIn(contexts);
  }

  /** The same case with one more event at its end. */
  public Case with(Event event) {
    List<Event> more = new ArrayList<>(events);
    more.add(event);
    return new Case(contexts, marks, missing, more);
  }
}
