package dottore.core.diagnosis;

import dottore.core.casebook.Context;
import dottore.core.casebook.School;
import dottore.core.casebook.School.Position;
import dottore.core.casebook.Step;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which schools a shop follows, and what one ticket chose instead.
 *
 * @param shop positions by school, where the shop chose
 * @param ticket positions by school, where the ticket chose; these win
 */
public record Schools(Map<School, String> shop, Map<School, String> ticket) {
  private static final Set<String> NETWORK_DRIVERS =
      Set.of("driver-network-bad", "driver-network-missing", "driver-wireless-bad");
  private static final double SUSPECT = 0.05;

  public Schools {
    shop = chosen(shop);
    ticket = chosen(ticket);
  }

  private static Map<School, String> chosen(Map<School, String> positions) {
    Map<School, String> kept = new EnumMap<>(School.class);
    positions.forEach(
        (school, position) -> {
          if (school.choice()) {
            kept.put(school, school.position(position).id());
          }
        });
    return kept;
  }

  /** The usual position on every question. */
  public static Schools usual() {
    return new Schools(Map.of(), Map.of());
  }

  /**
   * What was decided on a question, and what the others would say.
   *
   * @param because why this position is taken here
   */
  public record Decision(School school, Position taken, String because, List<Position> others) {
    public Decision {
      others = List.copyOf(others);
    }
  }

  private String position(School school) {
    return ticket.getOrDefault(school, shop.getOrDefault(school, school.usual().id()));
  }

  /** Positions that make a difference in the pricing of steps, on a machine in these contexts. */
  Map<School, String> pricing(Set<Context> contexts) {
    Map<School, String> pricing = new EnumMap<>(School.class);
    for (School school : School.values()) {
      String position = position(school);
      boolean applies = school != School.FIRMWARE_UPDATE || contexts.contains(Context.NEW_BUILD);
      if (applies && !position.equals(school.usual().id())) {
        pricing.put(school, position);
      }
    }
    return pricing;
  }

  /** What is decided on the questions that a step touches. */
  public List<Decision> decisions(Step step, Assessment assessment) {
    List<Decision> decisions = new ArrayList<>();
    for (School.Stand stand : step.effort().stands()) {
      decisions.add(decide(stand.school(), assessment));
    }
    return decisions;
  }

  /** What is decided on one question for one case. */
  public Decision decide(School school, Assessment assessment) {
    String position = position(school);
    String because =
        ticket.containsKey(school)
            ? "chosen for this ticket"
            : shop.containsKey(school) ? "the shop works this way" : school.usual().argument();
    if (school == School.FIRST_START_NETWORK && !ticket.containsKey(school)) {
      double suspicion =
          NETWORK_DRIVERS.stream().mapToDouble(c -> assessment.oddsOf(c).value()).sum();
      if (position.equals("connected") && suspicion >= SUSPECT) {
        position = "offline";
        because = "the network driver is a suspect here";
      }
    }
    Position taken = school.position(position);
    return new Decision(
        school,
        taken,
        because,
        school.positions().stream().filter(other -> !other.equals(taken)).toList());
  }
}
