package dottore.core.drive;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What is kept of a comparison of two lists: the counts, and the first names that somebody has to
 * look for. Names of a customer's files are kept no longer than that.
 *
 * @param back whether it was what was put back that was compared, and not the copy
 * @param names what is missing, then what is changed
 */
public record Compared(
    boolean back, int files, int missing, int changed, int moved, int extra, List<String> names) {
  private static final int SHOWN = 12;
  private static final int LONGEST = 200;

  public Compared {
    names = List.copyOf(names);
  }

  public static Compared of(CopyProof proof, boolean back) {
    return new Compared(
        back,
        proof.files(),
        proof.missing().size(),
        proof.changed().size(),
        proof.moved().size(),
        proof.extra().size(),
        Stream.concat(
                proof.missing().stream().map(name -> "missing: " + name),
                proof.changed().stream().map(name -> "changed: " + name))
            .limit(SHOWN)
            .map(name -> name.length() > LONGEST ? name.substring(0, LONGEST) + "…" : name)
            .toList());
  }

  /** Whether everything is there as it was. */
  public boolean whole() {
    return missing == 0 && changed == 0;
  }

  /** Whether the counts can be. */
  boolean sound() {
    return files > 0 && missing >= 0 && changed >= 0 && moved >= 0 && extra >= 0;
  }

  /** In a line of the log. */
  public String words() {
    String count = String.format(Locale.ROOT, "%,d files compared: ", files);
    if (!whole()) {
      return count + missing + " missing, " + changed + " changed";
    }
    return count
        + "none missing, none changed"
        + (moved == 0 ? "" : ", " + moved + " under another path")
        + (extra == 0 ? "" : ", " + extra + " extra");
  }
}
