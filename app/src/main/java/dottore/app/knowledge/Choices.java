package dottore.app.knowledge;

import dottore.app.shop.Shop;
import dottore.core.casebook.School;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the shop chose: schools, and whether it learns. */
@Service
class Choices {
  private static final String SCHOOL = "school.";
  private static final String LEARNING = "learning";
  private static final String LEARNING_SINCE = "learning.since";

  private final ShopChoiceRepository choices;
  private final Shop shop;

  Choices(ShopChoiceRepository choices, Shop shop) {
    this.choices = choices;
    this.shop = shop;
  }

  /** Schools that the shop chose; where it did not, the usual position is taken. */
  @Transactional(readOnly = true)
  Map<School, String> schools() {
    Map<School, String> schools = new EnumMap<>(School.class);
    for (ShopChoice choice : choices.findAll()) {
      for (School school : School.values()) {
        if (choice.name.equals(SCHOOL + school.id()) && known(school, choice.value)) {
          schools.put(school, choice.value);
        }
      }
    }
    return schools;
  }

  private static boolean known(School school, String position) {
    try {
      school.chosen(position);
      return true;
    } catch (IllegalArgumentException unknown) {
      return false;
    }
  }

  /** What is kept and cannot be read, so that the usual holds instead. */
  @Transactional(readOnly = true)
  List<String> unreadable() {
    List<String> unreadable = new ArrayList<>();
    for (ShopChoice choice : choices.findAll()) {
      for (School school : School.values()) {
        if (choice.name.equals(SCHOOL + school.id()) && !known(school, choice.value)) {
          unreadable.add(school.question() + " " + choice.value);
        }
      }
      if (choice.name.equals(LEARNING_SINCE) && moment(choice.value).isEmpty()) {
        unreadable.add("Learning since " + choice.value);
      }
    }
    return unreadable;
  }

  private static Optional<Instant> moment(String text) {
    try {
      return Optional.of(Instant.parse(text));
    } catch (DateTimeParseException unreadable) {
      return Optional.empty();
    }
  }

  @Transactional
  void choose(School school, String position, String who) {
    keep(SCHOOL + school.id(), school.chosen(position).id(), who);
  }

  @Transactional(readOnly = true)
  boolean learning() {
    return choices.findById(LEARNING).map(choice -> choice.value.equals("on")).orElse(true);
  }

  @Transactional
  void learn(boolean on, String who) {
    keep(LEARNING, on ? "on" : "off", who);
  }

  /** From when on closed tickets count; empty if all do. */
  @Transactional(readOnly = true)
  Optional<Instant> since() {
    return choices.findById(LEARNING_SINCE).flatMap(choice -> moment(choice.value));
  }

  @Transactional
  void startAnew(String who) {
    keep(LEARNING_SINCE, shop.now().toString(), who);
  }

  /** Takes the start back: all closed tickets count again. */
  @Transactional
  void countAll() {
    choices.deleteById(LEARNING_SINCE);
  }

  private void keep(String name, String value, String who) {
    ShopChoice choice = choices.findById(name).orElseGet(ShopChoice::new);
    choice.name = name;
    choice.value = value;
    choice.changedAt = shop.now();
    choice.changedBy = who;
    choices.save(choice);
  }
}
