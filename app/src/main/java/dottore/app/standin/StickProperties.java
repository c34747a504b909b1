package dottore.app.standin;

import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The stand-in for sticks.
 *
 * @param folder where their files lie
 * @param hurry how many times faster than a real stick
 * @param natures by label: "counterfeit GB", "worn" or "slow"; others are sound
 */
@ConfigurationProperties("dottore.sticks")
record StickProperties(
    @DefaultValue("sticks") String folder,
    @DefaultValue("1") double hurry,
    @DefaultValue Map<String, String> natures) {
  StickProperties {
    natures = Map.copyOf(natures);
  }
}
