package dottore.core.firmware;

import java.util.List;
import java.util.Optional;

/** Where makers publish what they know about their boards. */
public interface MakersCatalog {
  /** Every revision that is published of a model; empty if the catalog does not have it. */
  List<BoardRecord> revisions(String maker, String model);

  /** Names of all models, as "maker model", for choosing. */
  List<String> models();

  /** One revision of a model, upper and lower case alike. */
  default Optional<BoardRecord> board(String maker, String model, String revision) {
    return revisions(maker, model).stream()
        .filter(board -> board.revision().equalsIgnoreCase(revision.strip()))
        .findFirst();
  }
}
