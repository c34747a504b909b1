package dottore.core.drive;

import java.util.Locale;

/** What people want kept, and forget to name. */
public enum Kept {
  DOCUMENTS("documents", "Desk, documents, downloads; other people's folders too", true),
  PICTURES("pictures and film", "Look for a second folder outside the usual one", false),
  MAIL("mail", "Stores of the mail program, address book, calendar", true),
  BROWSER("browser profile", "Bookmarks, saved sign-ins, open pages", true),
  SETTINGS("program settings", "Bookkeeping, games, fonts, templates", true),
  KEYS("keys and recovery keys", "Licenses, encryption keys, wireless passwords", true),
  DRIVERS("drivers", "Network first: without it nothing else comes", true),
  REST("anything else", "Ask: what would you miss first?", false);

  private final String words;
  private final String where;
  private final boolean small;

  Kept(String words, String where, boolean small) {
    this.words = words;
    this.where = where;
    this.small = small;
  }

  public String words() {
    return words;
  }

  /** Where to look for it. */
  public String where() {
    return where;
  }

  /** Whether it is many small files, which take twice as long. */
  public boolean small() {
    return small;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }
}
