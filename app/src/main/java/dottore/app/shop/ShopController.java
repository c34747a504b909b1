package dottore.app.shop;

import dottore.core.casebook.Need;
import dottore.core.hours.OpeningHours;
import java.security.Principal;
import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Settings, Shop: its name, hours, prices and shelf, and who changed them. */
@Controller
class ShopController {
  record Day(String id, String name, String from, String to) {}

  record Stock(String id, String words, boolean there) {}

  record Change(String at, String who, String what) {}

  private final Shop shop;

  ShopController(Shop shop) {
    this.shop = shop;
  }

  @GetMapping("/settings/shop")
  String page(Model model) {
    ShopBook book = shop.book();
    OpeningHours hours = book.hours();
    Map<String, String> typed = new LinkedHashMap<>(book.values());
    for (DayOfWeek day : DayOfWeek.values()) {
      OpeningHours.Span span = hours.week().get(day);
      typed.put(day + ".from", span == null ? "" : span.from().toString());
      typed.put(day + ".to", span == null ? "" : span.to().toString());
    }
    return show(typed, book.shelf(), Map.of(), model);
  }

  private String show(
      Map<String, String> typed, Set<Need> shelf, Map<String, String> faults, Model model) {
    model.addAttribute("typed", typed);
    model.addAttribute("faults", faults);
    model.addAttribute("unreadable", shop.unreadable());
    model.addAttribute(
        "days",
        Arrays.stream(DayOfWeek.values())
            .map(
                d ->
                    new Day(
                        d.name(),
                        d.getDisplayName(TextStyle.FULL, Locale.US),
                        typed.getOrDefault(d + ".from", ""),
                        typed.getOrDefault(d + ".to", "")))
            .toList());
    model.addAttribute(
        "stock",
        ShopBook.ON_THE_SHELF.stream()
            .sorted()
            .map(n -> new Stock(n.id(), n.id().replace('-', ' '), shelf.contains(n)))
            .toList());
    Times times = shop.times();
    model.addAttribute(
        "changes",
        shop.changes().stream().map(c -> new Change(times.moment(c.at), c.who, c.what)).toList());
    return "shop/shop";
  }

  @PostMapping("/settings/shop")
  String keep(@RequestParam MultiValueMap<String, String> posted, Principal who, Model model) {
    Map<String, String> typed = posted.toSingleValueMap();
    List<String> shelf = posted.getOrDefault(ShopBook.SHELF, List.of());
    List<String> week = new ArrayList<>();
    for (DayOfWeek day : DayOfWeek.values()) {
      String hours =
          (typed.getOrDefault(day + ".from", "") + " " + typed.getOrDefault(day + ".to", ""))
              .strip();
      if (!hours.isEmpty()) {
        week.add(day + " " + hours);
      }
    }
    Set<String> known = Set.copyOf(ShopBook.ON_THE_SHELF.stream().map(Need::id).toList());
    List<String> there = shelf.stream().filter(known::contains).toList();
    Map<String, String> wanted = new LinkedHashMap<>();
    for (String name : List.of(ShopBook.NAME, ShopBook.ADDRESS, ShopBook.MONEY, ShopBook.MINUTE)) {
      wanted.put(name, typed.getOrDefault(name, "").strip());
    }
    wanted.computeIfPresent(ShopBook.MINUTE, (name, price) -> price.replace(',', '.'));
    wanted.put(ShopBook.SHELF, Shop.shelf(there));
    wanted.put(ShopBook.WEEK, String.join("\n", week));
    wanted.put(
        ShopBook.HOLIDAYS, typed.getOrDefault(ShopBook.HOLIDAYS, "").replace("\r", "").strip());
    Map<String, String> faults = shop.set(wanted, who.getName());
    if (faults.isEmpty()) {
      return "redirect:/settings/shop";
    }
    Set<Need> shown = new java.util.HashSet<>();
    there.forEach(id -> shown.add(Need.of(id)));
    return show(typed, shown, faults, model);
  }
}
