package dottore.app.shop;

import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The shop as the configuration says, until its owner says otherwise.
 *
 * @param money how the shop's money is written behind a number
 * @param perMinute the shop's money for one bench minute
 * @param zone the shop's time zone; empty for the machine's own
 * @param shelf ids of tools and spares that are there
 * @param week opening hours, a day a line: "monday 09:00 18:00"
 */
@ConfigurationProperties("dottore.shop")
public record ShopProperties(
    String name,
    String address,
    String money,
    String perMinute,
    String zone,
    List<String> shelf,
    String week) {
  public ShopProperties {
    shelf = List.copyOf(shelf);
  }

  ZoneId zoneId() {
    return zone.isBlank() ? ZoneId.systemDefault() : ZoneId.of(zone);
  }

  ShopBook book() {
    return new ShopBook(
        Map.of(
            ShopBook.NAME, name,
            ShopBook.ADDRESS, address,
            ShopBook.MONEY, money,
            ShopBook.MINUTE, perMinute,
            ShopBook.SHELF, Shop.shelf(shelf),
            ShopBook.WEEK, week));
  }
}
