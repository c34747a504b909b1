package dottore.core.firmware;

import dottore.core.casebook.School;
import dottore.core.reading.Answer;
import dottore.core.units.Odds;
import java.util.List;
import java.util.Optional;

/**
 * Whether to update a board's firmware, to what, over which versions and in which way.
 *
 * @param why the reasons, strongest first
 * @param stands what each school would do here, the one that is followed first
 * @param target what to end at; empty if no version is meant
 * @param hops the versions to write, in order; more than one where a stepping stone is needed
 * @param named the maker's notes between now and the target that name a suspect
 * @param ways all ways with what speaks for or against each; the first usable one is taken
 * @param tooOld whether what it has is older than its processor needs
 */
public record UpdatePlan(
    Decision decision,
    List<String> why,
    List<Stand> stands,
    Optional<Release> target,
    List<Release> hops,
    List<Named> named,
    List<WayView> ways,
    boolean tooOld) {

  /** What to do. */
  public enum Decision {
    UPDATE("Update"),
    LEAVE("Leave it as it is"),
    SAME("It has this version already"),
    FORBIDDEN("Not back across a security version"),
    NO_ROAD("No road to this version"),
    UNCLEAR("Cannot be told from the figures");

    private final String words;

    Decision(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether there is something to write. */
    public boolean go() {
      return this == UPDATE;
    }
  }

  /** A maker's note that names a suspect. */
  public record Named(Release release, Release.Note note, String suspect, Odds odds) {}

  /** What a school would do with this board. */
  public record Stand(School.Position position, boolean updates, String because) {}

  /**
   * @param usable whether it can be gone now
   * @param words what speaks for it, or why it is closed
   */
  public record WayView(Way way, boolean usable, String words) {}

  public UpdatePlan {
    why = List.copyOf(why);
    stands = List.copyOf(stands);
    hops = List.copyOf(hops);
    named = List.copyOf(named);
    ways = List.copyOf(ways);
  }

  /** What the plan says about the version, as an answer of the check that compares it. */
  public Answer evidence() {
    String outcome = tooOld ? "old" : named.isEmpty() ? "fits" : "noted";
    return new Answer(FirmwareCasebook.VERSION.step(), outcome, "compared with the maker's list");
  }

  /** The way to go; empty if none is open. */
  public Optional<Way> way() {
    return ways.stream().filter(WayView::usable).map(WayView::way).findFirst();
  }
}
