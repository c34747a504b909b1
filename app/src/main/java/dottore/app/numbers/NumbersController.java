package dottore.app.numbers;

import dottore.app.knowledge.Knowledge;
import dottore.app.shop.Shop;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import dottore.core.learning.Learned;
import dottore.core.learning.LearnedOdds;
import dottore.core.units.Odds;
import java.security.Principal;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shipped against learned odds and minutes, with what they rest on. */
@Controller
class NumbersController {
  private static final int MOVERS = 14;
  private static final double WIDTH = 400;
  private static final double LEAST_SCALE = 0.02;

  /**
   * One cause on the chart.
   *
   * @param from where its shipped share lies, 0 to {@value #WIDTH}
   * @param to where the learned one lies
   */
  record Mover(
      String address,
      String name,
      String shipped,
      String learned,
      double from,
      double to,
      int confirmed,
      String expected) {}

  record Time(
      String address, String name, String casebook, String median, String most, int measured) {}

  private final Knowledge knowledge;
  private final Shop shop;

  NumbersController(Knowledge knowledge, Shop shop) {
    this.knowledge = knowledge;
    this.shop = shop;
  }

  @GetMapping("/numbers")
  String numbers(Model model) {
    knowledge.catchUp(); // with the ticket that was just closed
    Learned learned = knowledge.learned();
    List<LearnedOdds.Moved> moved =
        learned.odds().moved().stream()
            .sorted(
                Comparator.comparingDouble(
                        (LearnedOdds.Moved m) -> -Math.abs(m.learned() - m.shipped()))
                    .thenComparing(m -> m.cause().id()))
            .toList();
    List<LearnedOdds.Moved> shown = moved.subList(0, Math.min(MOVERS, moved.size()));
    double most =
        shown.stream()
            .mapToDouble(m -> Math.max(m.shipped(), m.learned()))
            .reduce(LEAST_SCALE, Math::max);
    int confirmed = moved.stream().mapToInt(LearnedOdds.Moved::confirmed).sum();
    model.addAttribute("movers", shown.stream().map(m -> mover(m, most)).toList());
    model.addAttribute("confirmed", confirmed);
    model.addAttribute("worth", (long) LearnedOdds.SHIPPED_WORTH);
    model.addAttribute("on", knowledge.learning());
    model.addAttribute("since", knowledge.learningSince().map(shop.times()::moment).orElse(""));
    model.addAttribute(
        "distance",
        Odds.of(moved.stream().mapToDouble(m -> Math.abs(m.learned() - m.shipped())).sum() / 2)
            .percent());
    model.addAttribute("scale", Odds.of(most).percent());
    model.addAttribute("times", times(learned));
    return "numbers/numbers";
  }

  private static Mover mover(LearnedOdds.Moved moved, double most) {
    return new Mover(
        "/casebook/causes/" + moved.cause().id(),
        moved.cause().name(),
        percent(moved.shipped()),
        percent(moved.learned()),
        WIDTH * moved.shipped() / most,
        WIDTH * moved.learned() / most,
        moved.confirmed(),
        String.format(Locale.ROOT, "%.1f", moved.expected()));
  }

  private static String percent(double share) {
    return String.format(Locale.ROOT, "%.1f %%", 100 * share);
  }

  private static List<Time> times(Learned learned) {
    return learned.times().entrySet().stream()
        .sorted(
            Comparator.comparing(
                    (java.util.Map.Entry<String, dottore.core.learning.StepTime> e) ->
                        -e.getValue().measured())
                .thenComparing(java.util.Map.Entry::getKey))
        .limit(20)
        .map(
            e -> {
              Step step = learned.shipped().step(e.getKey()).orElseThrow();
              return new Time(
                  "/casebook/" + (step instanceof Repair ? "repairs/" : "checks/") + step.id(),
                  step.name(),
                  step.effort().hands().text(),
                  e.getValue().median().text(),
                  e.getValue().most().text(),
                  e.getValue().measured());
            })
        .toList();
  }

  @PostMapping("/numbers/learning")
  String learning(@RequestParam boolean on, Principal who) {
    knowledge.learn(on, who.getName());
    return "redirect:/numbers";
  }

  @PostMapping("/numbers/anew")
  String anew(Principal who) {
    knowledge.startAnew(who.getName());
    return "redirect:/numbers";
  }

  @PostMapping("/numbers/all")
  String all() {
    knowledge.countAll();
    return "redirect:/numbers";
  }
}
