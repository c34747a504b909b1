package dottore.app.casebook;

import dottore.app.knowledge.Relied;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.CasebookReader;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * {@code dottore casebook check [FILE.yaml ...]}: whether the shipped casebook is sound, with the
 * entries of the files laid over it.
 */
public final class CheckCommand {
  private static final int LARGEST = 1 << 20;

  private CheckCommand() {}

  /**
   * Runs the command.
   *
   * @return 0 if all is sound, 1 if something is not, 2 if the call is wrong
   */
  public static int run(String[] args, PrintStream out, PrintStream err) {
    List<String> words = List.of(args);
    if (words.size() < 2 || !words.get(1).equals("check")) {
      err.println("usage: dottore casebook check [FILE.yaml ...]");
      return 2;
    }
    Map<String, String> files = new LinkedHashMap<>();
    try {
      for (String name : words.subList(2, words.size())) {
        Path file = Path.of(name);
        if (Files.size(file) > LARGEST) {
          err.println(file + ": larger than any casebook, 1 MB at most");
          return 1;
        }
        files.put(file.getFileName().toString(), Files.readString(file));
      }
      Casebook casebook = CasebookReader.shippedUnder(files, Relied.ALL);
      out.printf(
          "The casebook is sound: %d causes, %d checks, %d repairs, %d phrases.%n",
          casebook.causes().size(),
          casebook.checks().size(),
          casebook.repairs().size(),
          casebook.vocabulary().signs().size());
      return 0;
    } catch (CasebookFault fault) {
      fault.faults().forEach(err::println);
      return 1;
    } catch (IOException unreadable) {
      err.println("cannot be read: " + unreadable.getMessage());
      return 1;
    }
  }
}
