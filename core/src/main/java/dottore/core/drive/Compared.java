package dottore.core.drive;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What is kept of a comparison: the counts, and the first names that somebody has to look for.
 * Names of a customer's files are kept no longer than that.
 *
 * @param back whether it was what was put back that was compared, and not the copy
 * @param names what is missing, then what is changed
 * @param bytes how many were counted, where no lists were compared but files and bytes; null else
 */
public record Compared(
    boolean back,
    int files,
    int missing,
    int changed,
    int moved,
    int extra,
    List<String> names,
    @Nullable Long bytes) {
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
            .toList(),
        null);
  }

  /** Files and their bytes, counted in one place. */
  public record Count(int files, long bytes) {}

  /**
   * Compares two counts. Content is not looked at: files that were changed to the same length pass.
   *
   * @throws IllegalArgumentException if there was nothing to copy, or a count is negative
   */
  public static Compared counted(Count source, Count copy, boolean back) {
    if (source.files <= 0 || copy.files < 0 || source.bytes < 0 || copy.bytes < 0) {
      throw new IllegalArgumentException("nothing was counted");
    }
    List<String> names = new ArrayList<>();
    boolean bytes = source.bytes != copy.bytes;
    if (bytes) {
      names.add(
          String.format(
              Locale.ROOT,
              "bytes: %,d were to be copied, %,d are there",
              source.bytes,
              copy.bytes));
    }
    int missing = Math.max(0, source.files - copy.files);
    int extra = Math.max(0, copy.files - source.files);
    return new Compared(
        back, source.files, missing, bytes && missing == 0 ? 1 : 0, 0, extra, names, source.bytes);
  }

  /** Whether everything is there as it was. */
  public boolean whole() {
    return missing == 0 && changed == 0;
  }

  /** Whether the counts can be. */
  boolean sound() {
    return files > 0
        && missing >= 0
        && changed >= 0
        && moved >= 0
        && extra >= 0
        && (bytes == null || bytes >= 0);
  }

  /** In a line of the log. */
  public String words() {
    if (bytes != null) {
      String counted = String.format(Locale.ROOT, "%,d files of %,d bytes counted: ", files, bytes);
      return counted
          + (whole() ? "the same" : missing > 0 ? missing + " missing" : "the bytes differ")
          + (whole() && extra > 0 ? ", " + extra + " extra" : "");
    }
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
