package dottore.app.drive;

import dottore.app.desk.Act;
import dottore.app.desk.Act.Decision;
import dottore.app.desk.Posted;
import dottore.app.said.Refused;
import dottore.core.facts.Facts;
import dottore.core.swap.ScrewMap;
import dottore.core.swap.ScrewMap.Head;
import dottore.core.swap.ScrewMap.Screw;
import dottore.core.swap.SwapDesk;
import dottore.core.swap.SwapFacts;
import dottore.core.ticket.NewLine;
import java.util.List;
import java.util.Locale;

/** What can be done on the page of an exchange beside its forms. */
final class SwapActs {
  private static final String PAGE = "replace";
  private static final int WHOLE = 1000;

  private SwapActs() {}

  static List<Act> all() {
    return List.of(
        Act.of("screws", PAGE, SwapActs::screw),
        Act.of("screws/{number}/out", PAGE, SwapActs::out));
  }

  /** A screw that was taken out is drawn. */
  private static Decision screw(Posted posted) {
    int x = posted.number("x", WHOLE + 1);
    int y = posted.number("y", WHOLE + 1);
    Head head = posted.chosen("head", id -> Head.valueOf(id.toUpperCase(Locale.ROOT)));
    double millimeters = millimeters(posted.text("mm"));
    Screw screw = new Screw(x, y, head, millimeters);
    return Decision.of(
        writing -> {
          ScrewMap map = SwapDesk.of(writing.job()).screws().with(screw);
          if (!map.sound()) {
            throw new Refused(
                "A screw is at most 60 mm long, and a map holds "
                    + ScrewMap.MOST
                    + " of them. Nothing was changed.");
          }
          writing.append(
              NewLine.known(
                  "Screw " + map.screws().size() + " out: " + screw.words(),
                  Facts.none().with(SwapFacts.SCREWS, map)));
        });
  }

  private static double millimeters(String typed) {
    String plain = typed.replace(',', '.').replace("mm", "").strip();
    if (plain.isEmpty()) {
      return 0;
    }
    if (!plain.matches("\\d{1,2}(\\.\\d)?")) {
      throw new Refused(
          "The length of a screw is a number of millimeters, such as 4.5. Nothing was changed.");
    }
    return Double.parseDouble(plain);
  }

  private static Decision out(Posted posted) {
    int number = posted.number("number", ScrewMap.MOST + 1);
    return Decision.of(
        writing -> {
          ScrewMap before = SwapDesk.of(writing.job()).screws();
          ScrewMap map = before.without(number);
          if (!map.equals(before)) {
            writing.append(
                NewLine.known(
                    "Screw " + number + " off the map", Facts.none().with(SwapFacts.SCREWS, map)));
          }
        });
  }
}
