package dottore.core.diagnosis;

import dottore.core.casebook.Station;
import dottore.core.units.Odds;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** The boot line: how much suspicion sits at each station, and where the machine stops. */
public record BootLine(Map<Station, Mark> stations, Optional<Station> stopsAt) {
  public BootLine {
    stations = Collections.unmodifiableMap(new LinkedHashMap<>(stations));
  }

  /**
   * @param suspicion the odds that the cause sits here
   * @param cleared whether evidence has cleared it; nothing beyond the stop is
   */
  public record Mark(Odds suspicion, boolean cleared) {}
}
