package dottore.app.shop;

import java.time.ZoneId;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The shop's own settings.
 *
 * @param money how the shop's money is written behind a number
 * @param perMinute the shop's money for one bench minute
 * @param zone the shop's time zone; empty for the machine's own
 * @param shelf ids of tools and spares that are there
 */
@ConfigurationProperties("dottore.shop")
public record ShopProperties(
    String name, String address, String money, double perMinute, String zone, List<String> shelf) {

  public ZoneId zoneId() {
    return zone.isBlank() ? ZoneId.systemDefault() : ZoneId.of(zone);
  }
}
