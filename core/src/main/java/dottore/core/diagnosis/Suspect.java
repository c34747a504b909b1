package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.units.Odds;
import java.util.List;
import java.util.Locale;

/**
 * A cause with its odds.
 *
 * @param reason the strongest reason in a few words
 * @param evidence what speaks for and against, strongest first
 */
public record Suspect(Cause cause, Odds odds, String reason, List<Argument> evidence) {
  public Suspect {
    evidence = List.copyOf(evidence);
  }

  /**
   * One thing that speaks for or against.
   *
   * @param what in the casebook's own words
   * @param brief the same in a few words
   * @param weight the logarithm of how much more expected it is under this cause than otherwise
   * @param stale whether something it depends on was changed since
   */
  public record Argument(String what, String brief, double weight, boolean stale) {
    private static final double STRONG = Math.log(8);
    private static final double CLEAR = Math.log(2.2);
    private static final double SLIGHT = Math.log(1.15);

    /** How strongly, as one says it at the bench. */
    public String words() {
      double size = Math.abs(weight);
      if (size < SLIGHT) {
        return "says little either way";
      }
      String side = weight > 0 ? "for" : "against";
      if (size >= STRONG) {
        return "speaks strongly " + side;
      }
      return size >= CLEAR ? "speaks " + side : "speaks slightly " + side;
    }

    /** The push itself: "×8" for it, "÷3" against it. */
    public String push() {
      double factor = Math.exp(Math.abs(weight));
      String number =
          factor >= 1000
              ? "1000+"
              : String.format(Locale.ROOT, factor >= 10 ? "%.0f" : "%.1f", factor);
      return (weight < 0 ? "÷" : "×") + number;
    }

    public boolean supports() {
      return weight >= SLIGHT;
    }
  }
}
