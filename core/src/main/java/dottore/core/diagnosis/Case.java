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
    marks = copy(marks, Mark.class);
    contexts = copy(withMarked(contexts, marks), Context.class);
    missing = copy(missing, Need.class);
    events = List.copyOf(events);
  }

  /** A danger and the circumstance that it comes of are one fact, whichever was ticked. */
  private static Set<Context> withMarked(Set<Context> told, Set<Mark> marks) {
    Set<Context> all = EnumSet.noneOf(Context.class);
    all.addAll(told);
    for (Context context : Context.values()) {
      context.mark().filter(marks::contains).ifPresent(mark -> all.add(context));
    }
    return all;
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
