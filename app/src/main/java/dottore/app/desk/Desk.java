package dottore.app.desk;

import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.casebook.Reliance;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.ticket.Job;
import dottore.core.ticket.Line;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.ui.Model;

/**
 * A desk under Fix: its pages, what it knows of a machine, and the work that begins there. Any
 * component of this type is taken up.
 */
public interface Desk {
  /**
   * A page of a desk.
   *
   * @param place the part of Fix where it stands, in addresses; several desks may share one
   * @param placeName the same on the screen
   * @param id the page within its place; empty for a place of one page
   * @param name on the screen
   */
  record Page(String place, String placeName, String id, String name) {
    /** As links and the casebook call it, such as "firmware/update". */
    public String address() {
      return id.isEmpty() ? place : place + "/" + id;
    }
  }

  /** Joins answers to the line of facts that they came of, so that both are undone together. */
  static String cameOf(Line line) {
    return "facts-" + line.number();
  }

  /** Its pages, in the order of the screen. */
  List<Page> pages();

  /** What is said behind the name of a page, in a word or two; may be empty. */
  default String mark(Page page, TicketFile file) {
    return "";
  }

  /**
   * How much a ticket needs a page: 1 and more if work there is due now, below that the odds of
   * what it would cure. The page that a ticket needs most is shown first.
   */
  double need(Page page, TicketFile file, Assessment assessment);

  /**
   * Fills the model with a page.
   *
   * @param facts what is known, as it is kept, with what was typed and not taken in its place; the
   *     templates have it as "facts"
   * @return the template
   */
  String fill(Page page, TicketFile file, Map<String, String> facts, Model model);

  /** What it knows of a machine: what its log says, unless the desk knows more. */
  default Facts known(Job job) {
    return job.log().facts();
  }

  /** In front of what its forms write into the log. */
  String name();

  /** Facts that are asked for together, by the name of the form in its address. */
  Optional<FactForm> form(String id);

  /** The fact of a name, if it belongs to this desk. */
  Optional<Fact<?>> fact(String name);

  /** Every fact of this desk that has one name. */
  Stream<Fact<?>> facts();

  /** What can be done there beside its forms. */
  default List<Act> acts() {
    return List.of();
  }

  /** Kinds of run sheets that begin there. */
  default List<? extends SheetKind> kinds() {
    return List.of();
  }

  /**
   * Whether a run sheet may begin. Asked inside the ticket's lock.
   *
   * @param asked what was chosen, by name
   */
  default Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return Start.notYet("This desk begins no such work.");
  }

  /** Whether a finished sheet is asked what came of it; else something must be said before. */
  default boolean ready(SheetWork work, Facts known) {
    return true;
  }

  /** What else is written once it was said what came of a sheet; inside the ticket's lock. */
  default void concluded(SheetKind kind, Writing writing) {}

  /** What code of this desk relies on in the casebook. */
  default List<Reliance> reliesOn() {
    return List.of();
  }
}
