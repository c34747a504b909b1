package dottore.app.standin;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.Release;
import java.security.MessageDigest;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;

class StandInCatalogTest {
  private final StandInCatalog catalog = new StandInCatalog();

  @Test
  void theFilesHaveTheSumsThatArePublished() throws Exception {
    for (BoardRecord board : catalog.revisions("vessen", " mark 8 ")) {
      for (Release release : board.releases()) {
        byte[] file = catalog.file(release.file()).orElseThrow();
        assertThat(file).hasSize((int) release.size());
        byte[] sum = MessageDigest.getInstance("SHA-256").digest(file);
        assertThat(HexFormat.of().formatHex(sum)).isEqualTo(release.sha256());
      }
    }
    assertThat(catalog.file("../firmware.yaml")).isEmpty();
  }

  @Test
  void notesNameCausesOfTheCasebookAndVersionsStandInTheirOrder() {
    Casebook casebook = Casebook.shipped();
    assertThat(catalog.models()).hasSizeGreaterThan(3);
    for (String model : catalog.models()) {
      String[] parts = model.split(" ", 2);
      for (BoardRecord board : catalog.revisions(parts[0], parts[1])) {
        for (Release release : board.releases()) {
          release
              .notes()
              .forEach(
                  note ->
                      assertThat(note.causes())
                          .allMatch(cause -> casebook.cause(cause).isPresent()));
        }
        for (int i = 1; i < board.releases().size(); i++) {
          String later = board.releases().get(i).version();
          assertThat(board.scheme().newer(later, board.releases().get(i - 1).version()))
              .as("%s %s", board.title(), later)
              .isTrue();
        }
      }
    }
  }

  @Test
  void aRevisionIsFoundWhateverItsCase() {
    assertThat(catalog.board("Fenrow", "Tern 5", " b ")).isPresent();
    assertThat(catalog.board("Fenrow", "Tern 5", "C")).isEmpty();
  }
}
