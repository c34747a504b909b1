package dottore.core.system;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Help with reading a key off a worn label: which places hold what is in no key, which are easily
 * misread, and which few keys it can be where two readings differ. It helps to read a key that is
 * there; it makes none.
 *
 * @param bare capitals without dashes, as it is understood
 * @param doubts places to look at again
 */
public record KeyHelp(String bare, List<Doubt> doubts) {
  /** The most keys that are offered. */
  public static final int MOST = 8;

  /** How likely a character is read as one that looks like it; as any other. Guide. */
  private static final double MISREAD = 0.03;

  private static final double OTHER = 1e-5;
  private static final char V = 'V';

  /** What looks alike on a worn label. */
  private static final Map<Character, String> ALIKE = alike();

  /**
   * A place to look at again.
   *
   * @param place from 1
   * @param rather what it may be instead, of the key's alphabet
   * @param never whether no key has what was read
   */
  public record Doubt(int place, char read, List<Character> rather, boolean never) {
    /** Such as "place 7: O, which is in no key; D or Q". */
    public String words() {
      String or = rather.stream().map(String::valueOf).collect(Collectors.joining(" or "));
      return never
          ? "place "
              + place
              + ": "
              + read
              + " is in no key"
              + (or.isEmpty() ? "; look again" : "; look again for " + or)
          : "place " + place + ": " + read + " or " + or + ", look again";
    }
  }

  public KeyHelp {
    doubts = List.copyOf(doubts);
  }

  /** Looks at one reading. */
  public static KeyHelp of(KeyShape shape, String typed) {
    String bare = understood(shape, typed);
    List<Doubt> doubts = new ArrayList<>();
    for (int i = 0; i < bare.length(); i++) {
      char read = bare.charAt(i);
      boolean never = !shape.has(read);
      List<Character> rather = alike(shape, read);
      if (never || !rather.isEmpty()) {
        doubts.add(new Doubt(i + 1, read, rather, never));
      }
    }
    return new KeyHelp(bare, doubts);
  }

  /** Those that hold what no key holds. */
  public List<Doubt> never() {
    return doubts.stream().filter(Doubt::never).toList();
  }

  /** Whether it can be a key as it stands. */
  public boolean can(KeyShape shape) {
    return bare.length() == shape.size() && never().isEmpty();
  }

  /** Two V are read for a W, and one W for two V, where the length says so. */
  private static String understood(KeyShape shape, String typed) {
    String bare = KeyShape.bare(typed);
    if (bare.length() == shape.size() + 1 && bare.contains("VV") && shape.has('W')) {
      return bare.replaceFirst("VV", "W");
    }
    if (bare.length() == shape.size() - 1 && bare.indexOf('W') >= 0 && shape.has(V)) {
      return bare.replaceFirst("W", "VV");
    }
    return bare;
  }

  /** Places, from 1, at which two readings differ. */
  public static List<Integer> differ(KeyShape shape, String first, String second) {
    String a = understood(shape, first);
    String b = understood(shape, second);
    List<Integer> places = new ArrayList<>();
    for (int i = 0; i < Math.min(a.length(), b.length()); i++) {
      if (a.charAt(i) != b.charAt(i)) {
        places.add(i + 1);
      }
    }
    return places;
  }

  /**
   * The keys that two readings can mean, the likeliest first, eight at most.
   *
   * @return none if either has another length than a key
   */
  public static List<String> candidates(KeyShape shape, String first, String second) {
    String a = understood(shape, first);
    String b = understood(shape, second);
    if (a.length() != shape.size() || b.length() != shape.size()) {
      return List.of();
    }
    List<Partial> best = List.of(new Partial("", 0));
    for (int i = 0; i < shape.size(); i++) {
      Map<Character, Double> here = place(shape, a.charAt(i), b.charAt(i));
      List<Partial> next = new ArrayList<>();
      for (Partial partial : best) {
        here.forEach(
            (character, odds) ->
                next.add(new Partial(partial.text + character, partial.odds + Math.log(odds))));
      }
      // What is best to the end is best so far: the places are independent.
      best =
          next.stream()
              .sorted(Comparator.comparingDouble(Partial::odds).reversed())
              .limit(MOST)
              .toList();
    }
    return best.stream().map(Partial::text).toList();
  }

  /** Those of the candidates that doubt only the places at which the two readings differ. */
  public static List<String> between(KeyShape shape, String first, String second) {
    String a = understood(shape, first);
    List<Integer> places = differ(shape, first, second);
    return candidates(shape, first, second).stream()
        .filter(
            key ->
                IntStream.range(0, key.length())
                    .allMatch(i -> key.charAt(i) == a.charAt(i) || places.contains(i + 1)))
        .toList();
  }

  private record Partial(String text, double odds) {}

  /** How likely each character of the alphabet is, with both readings of it. */
  private static Map<Character, Double> place(KeyShape shape, char a, char b) {
    Map<Character, Double> odds = new LinkedHashMap<>();
    for (char c : shape.alphabet().toCharArray()) {
      odds.put(c, read(a, c) * read(b, c));
    }
    return odds;
  }

  /** How likely a character is read so. */
  private static double read(char read, char truth) {
    if (read == truth) {
      return 1 - MISREAD;
    }
    String alike = ALIKE.getOrDefault(truth, "");
    return alike.indexOf(read) >= 0 ? MISREAD / alike.length() : OTHER;
  }

  private static List<Character> alike(KeyShape shape, char read) {
    return ALIKE.getOrDefault(read, "").chars().mapToObj(c -> (char) c).filter(shape::has).toList();
  }

  private static Map<Character, String> alike() {
    Map<Character, String> map = new HashMap<>();
    // Misread pairs inside the alphabet, then what lies outside of it.
    for (String pair :
        List.of(
            "B8", "D0", "G6", "QO", "VY", "MN", "2Z", "CG", "HM", "DQ", "O0", "OD", "0Q", "8S",
            "6S", "5S", "5G", "UV", "AH", "4A", "EF", "EB", "1T", "1J", "7I", "IT", "IJ", "L1",
            "LJ", "NH", "17", "39", "38")) {
      map.merge(pair.charAt(0), pair.substring(1), String::concat);
      map.merge(pair.charAt(1), pair.substring(0, 1), String::concat);
    }
    return map;
  }
}
