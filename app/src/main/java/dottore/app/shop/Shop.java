package dottore.app.shop;

import dottore.app.news.News;
import dottore.core.casebook.Need;
import dottore.core.diagnosis.ShopRules;
import dottore.core.hours.OpeningHours;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** The shop as the other rooms know it. */
@Component
public class Shop {
  /** The owner set something; told once it is kept. */
  public record Changed() {}

  private final ShopProperties properties;
  private final Clock clock;
  private final ShopSettingRepository settings;
  private final ShopChangeRepository changes;
  private final ApplicationEventPublisher events;
  private final TransactionTemplate transaction;
  private final ObjectProvider<AtHand> atHand;
  private volatile List<String> unreadable = List.of();
  private volatile @Nullable ShopBook inForce;

  Shop(
      ShopProperties properties,
      Clock clock,
      ShopSettingRepository settings,
      ShopChangeRepository changes,
      ApplicationEventPublisher events,
      PlatformTransactionManager transactions,
      ObjectProvider<AtHand> atHand) {
    this.properties = properties;
    this.clock = clock;
    this.settings = settings;
    this.changes = changes;
    this.events = events;
    this.transaction = new TransactionTemplate(transactions);
    this.atHand = atHand;
  }

  /** What is in force: what the owner set, over what the configuration says. */
  ShopBook book() {
    ShopBook known = inForce;
    if (known == null) {
      known = read();
      inForce = known;
    }
    return known;
  }

  private ShopBook read() {
    Map<String, String> set = new LinkedHashMap<>();
    settings.findAll().forEach(s -> set.put(s.name, s.value));
    ShopBook book = properties.book();
    List<String> not = new ArrayList<>();
    for (Map.Entry<String, String> one : set.entrySet()) {
      ShopBook with = book.with(Map.of(one.getKey(), one.getValue()));
      if (with.faults().isEmpty()) {
        book = with;
      } else {
        not.add(ShopBook.NAMES.getOrDefault(one.getKey(), one.getKey()));
      }
    }
    unreadable = List.copyOf(not);
    return book;
  }

  /** What is kept and cannot be read, so that what the configuration says holds instead. */
  List<String> unreadable() {
    book();
    return unreadable;
  }

  /**
   * Keeps settings, with a line in the change log for each that is new.
   *
   * @return what is wrong, by name; nothing is kept then
   */
  Map<String, String> set(Map<String, String> wanted, String who) {
    Map<String, String> faults =
        transaction.execute(
            status -> {
              ShopBook before = read();
              ShopBook after = before.with(wanted);
              if (!after.faults().isEmpty()) {
                return after.faults();
              }
              wanted.forEach(
                  (name, value) -> {
                    ShopSetting setting = new ShopSetting();
                    setting.name = name;
                    setting.value = value;
                    settings.save(setting);
                  });
              for (String what : before.changesTo(after)) {
                ShopChange change = new ShopChange();
                change.at = now();
                change.who = who;
                change.what = what;
                changes.save(change);
              }
              return Map.of();
            });
    if (faults.isEmpty()) {
      inForce = read();
      events.publishEvent(new Changed());
    }
    return faults;
  }

  /** The owner set something on another server. */
  @EventListener
  void heard(News.Heard news) {
    if (news.topic().equals(News.SHOP)) {
      inForce = read();
      events.publishEvent(new Changed());
    }
  }

  List<ShopChange> changes() {
    return changes.findTop20ByOrderByIdDesc();
  }

  public String name() {
    return book().get(ShopBook.NAME);
  }

  public String address() {
    return book().get(ShopBook.ADDRESS);
  }

  public String money() {
    return book().get(ShopBook.MONEY);
  }

  /** Of whom a second step at sign-in is asked. */
  public SecondStepFor secondStep() {
    return SecondStepFor.of(book().get(ShopBook.SECOND_STEP));
  }

  /** Asks for a second step at sign-in from now on. */
  public void askSecondStep(SecondStepFor whom, String who) {
    set(Map.of(ShopBook.SECOND_STEP, whom.id()), who);
  }

  /** How the shop prices its work, before any school. */
  public ShopRules rules() {
    return ShopRules.usual().with(book().perMinute());
  }

  /** Tools and spares that the shelf does not have, or that are out. */
  public Set<Need> missing() {
    Set<Need> missing = EnumSet.copyOf(ShopBook.ON_THE_SHELF);
    missing.removeAll(book().shelf());
    atHand.forEach(at -> missing.addAll(at.out()));
    return missing;
  }

  public OpeningHours hours() {
    return book().hours();
  }

  /** Whether somebody is there at that moment. */
  public boolean open(Instant at) {
    return hours().open(LocalDateTime.ofInstant(at, properties.zoneId()));
  }

  /** The first moment from this one on at which somebody is there. */
  public Instant whenOpen(Instant from) {
    LocalDateTime there = LocalDateTime.ofInstant(from, properties.zoneId());
    return hours().next(there).atZone(properties.zoneId()).toInstant();
  }

  public Instant now() {
    return clock.instant();
  }

  public LocalDate today() {
    return dayOf(clock.instant());
  }

  /** The day of a moment, as the shop's calendar has it. */
  public LocalDate dayOf(Instant at) {
    return LocalDate.ofInstant(at, properties.zoneId());
  }

  public Times times() {
    return new Times(properties.zoneId(), clock.instant());
  }

  /** Ids of what stands on a shelf, as they are kept. */
  static String shelf(Iterable<String> ids) {
    Set<String> sorted = new TreeSet<>();
    ids.forEach(id -> sorted.add(Need.of(id).id()));
    return sorted.stream().collect(Collectors.joining(" "));
  }

  @Configuration
  static class Beans {
    @Bean
    Clock clock() {
      return Clock.systemUTC();
    }
  }
}
