package dottore.app.drive;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the page of the drive desk shows. */
final class Rows {
  private Rows() {}

  /** A drive in the list; the values are as they were typed. */
  record DiskRow(
      int number,
      String name,
      String described,
      String model,
      String serial,
      String gb,
      String holds,
      boolean connected,
      boolean system,
      String read) {}

  /**
   * What to do next.
   *
   * @param kind which form stands under it: drives, target, alike, ask, go, or none
   * @param stops whether it stands in the way for good
   */
  record Lead(String kind, String flag, String title, String words, boolean stops) {}

  /** How long a copy takes. */
  record Copy(String title, String time, String because) {}

  /** A kind of data that somebody may want kept. */
  record KeptRow(String name, String words, String where, String gb) {}

  /**
   * What is to be saved, added up.
   *
   * @param unasked kinds that nobody looked at, in a row
   */
  record Saving(String amount, String room, String time, boolean known, String unasked) {}

  /** Drives that could be taken for the system disk. */
  record Alike(List<DiskRow> drives, boolean bySerial) {}

  /**
   * The test over an adapter.
   *
   * @param sheet of which it can be said what was seen; empty if none is that far
   * @param finished whether nothing of it is left to do
   * @param seen what another machine saw, empty if it was not tried
   * @param wall why it may not begin, empty if it may
   */
  record Test(String sheet, boolean finished, String seen, String then, String wall) {}

  /**
   * What a customer wanted kept on an earlier ticket.
   *
   * @param kept sizes by the name of their field
   */
  record LastTime(String claim, String words, String where, Map<String, String> kept) {
    LastTime {
      kept = Collections.unmodifiableMap(new LinkedHashMap<>(kept));
    }
  }
}
