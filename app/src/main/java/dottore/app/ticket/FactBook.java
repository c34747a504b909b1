package dottore.app.ticket;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writes facts about a machine into its log: only what a writer changed, and over nobody. */
@Service
public class FactBook {
  private final TicketBook book;

  FactBook(TicketBook book) {
    this.book = book;
  }

  /**
   * What was not taken of a form.
   *
   * @param words why, a sentence each
   * @param typed values at fault by field, so that nothing typed is lost
   */
  public record NotTaken(List<String> words, Map<String, String> typed) {}

  /** A line of the log that holds facts. */
  public static NewLine line(String words, Map<String, String> facts) {
    return new NewLine(Line.Kind.FACT, words, facts);
  }

  /**
   * Writes what a posted form changes.
   *
   * @param about what the facts are about, in front of the words of the log
   * @param known what is known of a ticket up to a line of its log
   * @param seen the last line that the writer had seen
   * @return what was not taken: faults, and clashes with what others wrote meanwhile
   */
  @Transactional
  public NotTaken write(
      String claim,
      String about,
      FactSheet sheet,
      Map<String, String> posted,
      BiFunction<TicketFile, Integer, Map<String, String>> known,
      int seen,
      String who) {
    List<String> refused = new ArrayList<>();
    Map<String, String> typed = new LinkedHashMap<>();
    book.log(
        claim,
        who,
        file -> {
          FactSheet.Change change =
              sheet.change(posted, known.apply(file, seen), known.apply(file, Integer.MAX_VALUE));
          change
              .faults()
              .forEach(
                  (field, fault) -> {
                    refused.add("Not kept: " + fault + ".");
                    typed.put(field, posted.getOrDefault(field, ""));
                  });
          change
              .clashes()
              .forEach(clash -> refused.add("Somebody wrote meanwhile: " + clash + "."));
          return change.facts().isEmpty()
              ? List.of()
              : List.of(line(about + ": " + change.words(), change.facts()));
        });
    return new NotTaken(refused, typed);
  }
}
