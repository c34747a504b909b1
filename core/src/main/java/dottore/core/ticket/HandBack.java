package dottore.core.ticket;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.diagnosis.Verdict;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.runsheet.Guard;
import java.util.ArrayList;
import java.util.List;

/** The gate at the end of a ticket: what must be good before a machine leaves the shop. */
public final class HandBack {
  /** What is looked at. */
  public sealed interface Topic {
    /** That it works. */
    record Works() implements Topic {}

    /** That a check was read again. */
    record Again(String check) implements Topic {}

    /** That nothing runs that must not be touched. */
    record Undisturbed(Guard guard) implements Topic {}

    /** That a run sheet is over. */
    record Over(SheetWork sheet) implements Topic {}

    /** That something borrowed is back. */
    record Back(Owed owed) implements Topic {}

    /** That nothing is owed. */
    record NothingOwed() implements Topic {}
  }

  private HandBack() {}

  /**
   * Judges it.
   *
   * @param sheets of the ticket
   * @param running what runs on the machine and must not be disturbed
   */
  public static Gate<Topic> gate(
      Ending ending,
      Verdict verdict,
      Casebook casebook,
      List<SheetWork> sheets,
      List<Guard> running,
      List<Owed> owed) {
    List<Point<Topic>> points = new ArrayList<>();
    // The seller repairs it; it need not work.
    if (ending == Ending.HANDED_BACK) {
      works(verdict, casebook, points);
    }
    for (Guard guard : running) {
      points.add(
          Point.bad(
              new Topic.Undisturbed(guard),
              "Still running, do not touch: " + guard.label(),
              "Wait for its end"));
    }
    sheets.stream()
        .filter(SheetWork::open)
        .forEach(
            sheet ->
                points.add(
                    Point.bad(
                        new Topic.Over(sheet),
                        "Run sheet still open: " + sheet.sheet().title(),
                        "Run sheet")));
    owed.forEach(
        one -> points.add(Point.bad(new Topic.Back(one), "Still owed: " + words(one), "Put back")));
    if (owed.isEmpty()) {
      points.add(Point.good(new Topic.NothingOwed(), "Nothing is owed to this machine"));
    }
    return new Gate<>(points);
  }

  private static void works(Verdict verdict, Casebook casebook, List<Point<Topic>> points) {
    Topic.Works topic = new Topic.Works();
    if (!(verdict instanceof Verdict.Works works)) {
      points.add(Point.bad(topic, "No repair has made it work yet", "Find"));
      return;
    }
    points.add(Point.good(topic, "A repair made it work: " + works.repair().name()));
    for (String id : works.owed()) {
      String name = casebook.check(id).map(Check::name).orElse(id);
      points.add(Point.bad(new Topic.Again(id), "Not checked again: " + name, "Check again"));
    }
    if (works.confirmed()) {
      points.add(Point.good(topic, "What failed was checked again and is good"));
    }
  }

  private static String words(Owed owed) {
    String before = owed.before().isEmpty() ? "" : ", before: " + owed.before();
    return owed.what() + before + (owed.place().isEmpty() ? "" : ", now: " + owed.place());
  }
}
