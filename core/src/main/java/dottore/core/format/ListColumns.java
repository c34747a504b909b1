package dottore.core.format;

import java.util.Locale;

/** How names of columns are compared. */
public final class ListColumns {
  private ListColumns() {}

  /** A name as it is compared: small letters, one blank for whatever parts its words. */
  public static String plain(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[\\s_./-]+", " ").strip();
  }
}
