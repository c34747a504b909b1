package dottore.core.firmware;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How one maker writes firmware versions, and so which of two is newer. Versions of different
 * makers are never compared with each other. What cannot be told for certain is {@link
 * Order#UNCLEAR}: a wrong "newer" costs a board.
 *
 * @param reading what the figures mean
 * @param tail what a single letter behind the last number means
 * @param dates the order of day, month and year where figures are a date
 */
public record VersionScheme(Reading reading, Tail tail, Dates dates) {

  /** What the figures of a version mean. */
  public enum Reading {
    /** Piece by piece, each a whole number or a letter: 1.9 is older than 1.14, A12 than B01. */
    PIECES,
    /** A decimal fraction: 1.9 is 1.90 and newer than 1.14. */
    DECIMAL,
    /** The day of the release. */
    DATE
  }

  /** What a single letter behind the last number means. */
  public enum Tail {
    /** A trial before the plain number: 12b is older than 12. */
    TRIAL,
    /** A mend after the plain number: 12b is newer than 12. */
    MEND
  }

  /** The order of the parts of a date; four figures are always the year. */
  public enum Dates {
    YEAR_FIRST,
    DAY_FIRST,
    MONTH_FIRST
  }

  /** How one version stands to another. */
  public enum Order {
    OLDER,
    SAME,
    NEWER,
    UNCLEAR
  }

  /** Whole numbers and letters piece by piece, a letter at the end a mend. */
  public static final VersionScheme PLAIN =
      new VersionScheme(Reading.PIECES, Tail.MEND, Dates.YEAR_FIRST);

  private static final int LONGEST = 40;
  private static final Pattern PIECE = Pattern.compile("[0-9]+|\\p{L}+");
  private static final Pattern PREFIX =
      Pattern.compile("^(?:firmware|version|ver|release|rel)\\b[.:]?\\s*|^v(?=[0-9.]+)");
  private static final Pattern DATE =
      Pattern.compile(
          "([0-9]{4})[-./ ]([0-9]{1,2})[-./ ]([0-9]{1,2})|([0-9]{4})([0-9]{2})([0-9]{2})"
              + "|([0-9]{1,2})[-./ ]([0-9]{1,2})[-./ ]([0-9]{4})");
  private static final Pattern DECIMAL_HEAD = Pattern.compile("^([0-9]+)[.]([0-9]+)");

  /**
   * Words for unfinished versions, the least finished first, and what stands for a finished one.
   */
  private static final List<List<String>> STAGES =
      List.of(
          List.of("alpha", "pre", "preview", "dev"),
          List.of("beta", "test", "trial"),
          List.of("rc", "candidate"),
          List.of("final", "stable", "release", "production"));

  private static final int FINISHED = STAGES.size() - 1;

  private sealed interface Piece {
    record Number(BigDecimal value) implements Piece {}

    record Letters(String text) implements Piece {}

    /**
     * @param number which of them: beta 2; zero if it does not say
     */
    record Stage(int rank, BigDecimal number) implements Piece {}
  }

  /** A version cut into what is compared: stage last, finished if it names none. */
  private record Cut(List<Piece> pieces, Piece.Stage stage) {
    Cut {
      pieces = List.copyOf(pieces);
    }
  }

  /**
   * How {@code version} stands to {@code other}, both of this maker and for the same board.
   *
   * @return {@link Order#UNCLEAR} if either is empty, longer than 40 characters, or the two are
   *     written so differently that figures would be compared with letters
   */
  public Order compare(String version, String other) {
    Optional<Cut> a = cut(version);
    Optional<Cut> b = cut(other);
    if (a.isEmpty() || b.isEmpty()) {
      return Order.UNCLEAR;
    }
    return compare(a.get(), b.get());
  }

  public boolean newer(String version, String other) {
    return compare(version, other) == Order.NEWER;
  }

  /** The same or newer; false if it is unclear. */
  public boolean reaches(String version, String least) {
    Order order = compare(version, least);
    return order == Order.SAME || order == Order.NEWER;
  }

  /** Whether the maker marks it as unfinished. */
  public boolean unfinished(String version) {
    return cut(version).filter(cut -> cut.stage().rank() < FINISHED).isPresent();
  }

  private Optional<Cut> cut(String version) {
    String text = version.strip().toLowerCase(Locale.ROOT);
    text = PREFIX.matcher(text).replaceFirst("").strip();
    if (text.isEmpty() || text.length() > LONGEST) {
      return Optional.empty();
    }
    List<Piece> pieces = new ArrayList<>();
    if (reading == Reading.DATE) {
      Matcher date = DATE.matcher(text);
      Optional<LocalDate> day = date.find() ? day(date) : Optional.empty();
      if (day.isEmpty()) {
        return Optional.empty();
      }
      pieces.add(new Piece.Number(BigDecimal.valueOf(day.get().toEpochDay())));
      text = text.substring(date.end());
    } else if (reading == Reading.DECIMAL) {
      Matcher head = DECIMAL_HEAD.matcher(text);
      if (head.find()) {
        pieces.add(new Piece.Number(new BigDecimal(head.group())));
        text = text.substring(head.end());
      }
    }
    return Optional.of(stage(pieces, text));
  }

  private Optional<LocalDate> day(Matcher date) {
    try {
      for (int year : List.of(1, 4)) {
        if (date.group(year) != null) {
          return Optional.of(
              LocalDate.of(figure(date, year), figure(date, year + 1), figure(date, year + 2)));
        }
      }
      int month = dates == Dates.MONTH_FIRST ? 7 : 8;
      return Optional.of(
          LocalDate.of(figure(date, 9), figure(date, month), figure(date, 15 - month)));
    } catch (DateTimeException noSuchDay) {
      return Optional.empty();
    }
  }

  private static int figure(Matcher date, int group) {
    return Integer.parseInt(date.group(group));
  }

  private Cut stage(List<Piece> head, String text) {
    List<Piece> pieces = new ArrayList<>(head);
    int rank = FINISHED;
    BigDecimal number = BigDecimal.ZERO;
    boolean inStage = false;
    Matcher piece = PIECE.matcher(text);
    while (piece.find()) {
      String word = piece.group();
      boolean figures = Character.isDigit(word.charAt(0));
      int named = figures ? -1 : rank(word);
      if (named >= 0) {
        rank = named;
        inStage = true;
      } else if (inStage && figures) {
        number = new BigDecimal(word);
      } else {
        pieces.add(figures ? new Piece.Number(new BigDecimal(word)) : new Piece.Letters(word));
      }
    }
    return tail(pieces, new Piece.Stage(rank, number));
  }

  private static int rank(String word) {
    for (int i = 0; i < STAGES.size(); i++) {
      if (STAGES.get(i).contains(word)) {
        return i;
      }
    }
    return -1;
  }

  /** A trial's letter is a stage: the later letter the more finished, the plain number finished. */
  private Cut tail(List<Piece> pieces, Piece.Stage stage) {
    int size = pieces.size();
    boolean counted = size > 0 && pieces.get(size - 1) instanceof Piece.Number;
    int at = counted ? size - 2 : size - 1;
    boolean letterBehindNumber =
        at > 0
            && pieces.get(at) instanceof Piece.Letters letters
            && letters.text().length() == 1
            && pieces.get(at - 1) instanceof Piece.Number;
    if (tail != Tail.TRIAL || !letterBehindNumber || stage.rank() != FINISHED) {
      return new Cut(pieces, stage);
    }
    char letter = ((Piece.Letters) pieces.get(at)).text().charAt(0);
    BigDecimal count = counted ? ((Piece.Number) pieces.get(size - 1)).value() : BigDecimal.ZERO;
    // Letters count more than any number behind them that fits into a version.
    BigDecimal number = BigDecimal.valueOf(letter).scaleByPowerOfTen(LONGEST).add(count);
    return new Cut(pieces.subList(0, at), new Piece.Stage(1, number));
  }

  private static Order compare(Cut a, Cut b) {
    int common = Math.min(a.pieces().size(), b.pieces().size());
    for (int i = 0; i < common; i++) {
      Order order = compare(a.pieces().get(i), b.pieces().get(i));
      if (order != Order.SAME) {
        return order;
      }
    }
    Order rest = rest(a.pieces().subList(common, a.pieces().size()));
    Order theirs = rest(b.pieces().subList(common, b.pieces().size()));
    if (rest != Order.SAME) {
      return rest;
    }
    if (theirs != Order.SAME) {
      return theirs == Order.NEWER ? Order.OLDER : theirs;
    }
    int stage = Integer.compare(a.stage().rank(), b.stage().rank());
    return order(stage != 0 ? stage : a.stage().number().compareTo(b.stage().number()));
  }

  private static Order compare(Piece a, Piece b) {
    if (a instanceof Piece.Number x && b instanceof Piece.Number y) {
      return order(x.value().compareTo(y.value()));
    }
    if (a instanceof Piece.Letters x && b instanceof Piece.Letters y) {
      boolean words = x.text().length() > 2 || y.text().length() > 2;
      int compared = x.text().compareTo(y.text());
      // Longer words name a board or a maker, not an order.
      return compared != 0 && words ? Order.UNCLEAR : order(compared);
    }
    return Order.UNCLEAR;
  }

  /** What more pieces than the other has mean: zeros nothing, words that nobody ordered unclear. */
  private static Order rest(List<Piece> more) {
    for (Piece piece : more) {
      if (piece instanceof Piece.Letters letters) {
        return letters.text().length() > 2 ? Order.UNCLEAR : Order.NEWER;
      }
      if (piece instanceof Piece.Number number && number.value().signum() != 0) {
        return Order.NEWER;
      }
    }
    return Order.SAME;
  }

  private static Order order(int compared) {
    return compared == 0 ? Order.SAME : compared > 0 ? Order.NEWER : Order.OLDER;
  }
}
