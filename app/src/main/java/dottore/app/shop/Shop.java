package dottore.app.shop;

import dottore.core.casebook.Need;
import dottore.core.diagnosis.ShopRules;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** The shop as the other rooms know it. */
@Component
public class Shop {
  private static final Set<Need> ON_THE_SHELF = EnumSet.range(Need.METER, Need.STICK);

  private final ShopProperties properties;
  private final Clock clock;
  private final Set<Need> missing;

  Shop(ShopProperties properties, Clock clock) {
    this.properties = properties;
    this.clock = clock;
    Set<Need> there = properties.shelf().stream().map(Need::of).collect(Collectors.toSet());
    this.missing = EnumSet.copyOf(ON_THE_SHELF);
    missing.removeAll(there);
  }

  public String name() {
    return properties.name();
  }

  public String address() {
    return properties.address();
  }

  public String money() {
    return properties.money();
  }

  /** How the shop prices its work, before any school. */
  public ShopRules rules() {
    return ShopRules.usual().with(properties.perMinute());
  }

  /** Tools and spares that the shelf does not have. */
  public Set<Need> missing() {
    return EnumSet.copyOf(missing);
  }

  public Instant now() {
    return clock.instant();
  }

  public LocalDate today() {
    return LocalDate.ofInstant(clock.instant(), properties.zoneId());
  }

  public Times times() {
    return new Times(properties.zoneId(), clock.instant());
  }

  @Configuration
  static class Beans {
    @Bean
    Clock clock() {
      return Clock.systemUTC();
    }
  }
}
