package dottore.app.shop;

import dottore.core.casebook.Need;
import dottore.core.hours.OpeningHours;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * All that is set about a shop, as text by name.
 *
 * @param values by the names of {@link #NAMES}
 */
record ShopBook(Map<String, String> values) {
  static final String NAME = "name";
  static final String ADDRESS = "address";
  static final String MONEY = "money";
  static final String MINUTE = "per-minute";
  static final String SHELF = "shelf";
  static final String WEEK = "week";
  static final String HOLIDAYS = "holidays";
  static final String SECOND_STEP = "second-step";

  /** What can be set, with its words. */
  static final Map<String, String> NAMES = names();

  /** What a shelf may hold. */
  static final Set<Need> ON_THE_SHELF = Set.copyOf(EnumSet.range(Need.METER, Need.STICK));

  private static final double MOST_PER_MINUTE = 1000;
  private static final int LONGEST = 200;

  private static Map<String, String> names() {
    Map<String, String> names = new LinkedHashMap<>();
    names.put(NAME, "Name");
    names.put(ADDRESS, "Address");
    names.put(MONEY, "Money is written");
    names.put(MINUTE, "One bench minute costs");
    names.put(SHELF, "On the shelf");
    names.put(WEEK, "Opening hours");
    names.put(HOLIDAYS, "Holidays");
    names.put(SECOND_STEP, "Second step at sign-in");
    return java.util.Collections.unmodifiableMap(names);
  }

  ShopBook {
    values = Map.copyOf(values);
  }

  String get(String name) {
    return values.getOrDefault(name, "");
  }

  ShopBook with(Map<String, String> changed) {
    Map<String, String> all = new LinkedHashMap<>(values);
    all.putAll(changed);
    return new ShopBook(all);
  }

  double perMinute() {
    return Double.parseDouble(get(MINUTE));
  }

  OpeningHours hours() {
    return OpeningHours.read(get(WEEK), get(HOLIDAYS));
  }

  Set<Need> shelf() {
    Set<Need> there = EnumSet.noneOf(Need.class);
    Arrays.stream(get(SHELF).split(" "))
        .filter(id -> !id.isEmpty())
        .forEach(id -> there.add(Need.of(id)));
    return there;
  }

  /** What cannot be so, by name; empty if all can. */
  Map<String, String> faults() {
    Map<String, String> faults = new LinkedHashMap<>();
    if (get(NAME).isBlank()) {
      faults.put(NAME, "A shop has a name.");
    }
    for (String name : List.of(NAME, ADDRESS, MONEY)) {
      if (get(name).length() > LONGEST) {
        faults.put(name, "At most " + LONGEST + " letters.");
      }
    }
    if (!price(get(MINUTE))) {
      faults.put(MINUTE, "A number from 0 to 1000, as 1.2.");
    }
    if (!Arrays.stream(get(SHELF).split(" ")).allMatch(id -> id.isEmpty() || stands(id))) {
      faults.put(SHELF, "Nothing of that kind stands on a shelf.");
    }
    try {
      hours();
    } catch (IllegalArgumentException wrong) {
      faults.put(WEEK, wrong.getMessage() + ".");
    }
    return faults;
  }

  private static boolean stands(String id) {
    return ON_THE_SHELF.stream().anyMatch(need -> need.id().equals(id));
  }

  private static boolean price(String text) {
    return text.matches("[0-9]{1,4}([.][0-9]{1,2})?")
        && new BigDecimal(text).doubleValue() <= MOST_PER_MINUTE;
  }

  /** What another book says differently, in words. */
  List<String> changesTo(ShopBook other) {
    List<String> changes = new ArrayList<>();
    NAMES.forEach(
        (name, words) -> {
          if (!get(name).equals(other.get(name))) {
            changes.add(words + ": " + said(name) + " → " + other.said(name));
          }
        });
    return changes;
  }

  private String said(String name) {
    String said =
        switch (name) {
          case WEEK -> hours().words();
          case SECOND_STEP -> SecondStepFor.of(get(name)).words();
          case HOLIDAYS -> get(name).replace("\n", ", ");
          case SHELF ->
              shelf().stream().map(n -> n.id().replace('-', ' ')).collect(Collectors.joining(", "));
          default -> get(name);
        };
    return said.isBlank() ? "nothing" : said;
  }
}
