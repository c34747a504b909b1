package dottore.core.runsheet;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.units.Minutes;
import java.util.Optional;
import java.util.Set;

/**
 * One step of a run sheet. Immutable; made by {@link Making}.
 *
 * @param id unique on its sheet
 * @param words imperative, short
 * @param how where and how, in a sentence or two; may be empty
 * @param hands attended minutes
 * @param waiting minutes that run by themselves
 * @param after steps that must be ticked or skipped before
 * @param must whether the work is lost or dangerous without it, so that it cannot be skipped
 * @param guard set if nobody may disturb what this step lets run
 * @param borrows what it takes from the machine
 * @param returns what it gives back, in the words of the loan
 * @param asked what must be read and be right before it counts as done
 */
public record SheetStep(
    String id,
    String words,
    String how,
    Minutes hands,
    Minutes waiting,
    Depth depth,
    Set<String> after,
    boolean must,
    Optional<String> caution,
    Optional<Drawing> drawing,
    Optional<Guard> guard,
    Optional<Loan> borrows,
    Optional<String> returns,
    Optional<Asked> asked) {

  public SheetStep {
    after = Set.copyOf(after);
  }

  /** Begins a step at the outside of the machine that takes a minute and follows nothing. */
  public static Making of(String id, String words, String how) {
    return new Making(id, words, how);
  }

  /** A step in the making. */
  public static final class Making {
    private final String id;
    private final String words;
    private final String how;
    private Minutes hands = Minutes.of(1);
    private Minutes waiting = Minutes.NONE;
    private Depth depth = Depth.OUTSIDE;
    private Set<String> after = Set.of();
    private boolean must;
    private Optional<String> caution = Optional.empty();
    private Optional<Drawing> drawing = Optional.empty();
    private Optional<Guard> guard = Optional.empty();
    private Optional<Loan> borrows = Optional.empty();
    private Optional<String> returns = Optional.empty();
    private Optional<Asked> asked = Optional.empty();

    private Making(String id, String words, String how) {
      this.id = id;
      this.words = words;
      this.how = how;
    }

    public Making taking(double hands, double waiting) {
      this.hands = Minutes.of(hands);
      this.waiting = Minutes.of(waiting);
      return this;
    }

    public Making at(Depth depth) {
      this.depth = depth;
      return this;
    }

    public Making after(String... steps) {
      this.after = Set.of(steps);
      return this;
    }

    /** It cannot be skipped. */
    public Making needed() {
      this.must = true;
      return this;
    }

    public Making minding(String caution) {
      this.caution = Optional.of(caution);
      return this;
    }

    public Making showing(Drawing drawing) {
      this.drawing = Optional.of(drawing);
      return this;
    }

    /** Lets something run that nobody may disturb; its expected time is the waiting. */
    public Making guarding(Guard guard) {
      this.guard = Optional.of(guard);
      this.waiting = guard.expected();
      return this;
    }

    public Making borrowing(Loan loan) {
      this.borrows = Optional.of(loan);
      return this;
    }

    public Making returning(Loan loan) {
      this.returns = Optional.of(loan.what());
      return this;
    }

    /** It counts as done only if what was read is right. */
    public Making asking(Asked asked) {
      this.asked = Optional.of(asked);
      return this;
    }

    public SheetStep done() {
      return new SheetStep(
          id, words, how, hands, waiting, depth, after, must, caution, drawing, guard, borrows,
          returns, asked);
    }
  }
}
