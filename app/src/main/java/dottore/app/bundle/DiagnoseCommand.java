package dottore.app.bundle;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Candidate;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.ShopRules;
import dottore.core.diagnosis.StepView;
import dottore.core.diagnosis.Suspect;
import dottore.core.diagnosis.Verdict;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** {@code dottore diagnose FILE.json [--json]}: suspects and next step of a case in a file. */
public final class DiagnoseCommand {
  private static final int SHOWN = 6;
  private static final int LARGEST = 1 << 20;

  private DiagnoseCommand() {}

  /**
   * Runs the command.
   *
   * @return 0, or 1 if the file was refused, or 2 if the call is wrong
   */
  public static int run(String[] args, PrintStream out, PrintStream err) {
    List<String> rest = new ArrayList<>(List.of(args));
    rest.remove("diagnose");
    boolean asJson = rest.remove("--json");
    if (rest.size() != 1) {
      err.println("usage: dottore diagnose FILE.json [--json]");
      return 2;
    }
    Path file = Path.of(rest.get(0));
    try {
      if (Files.size(file) > LARGEST) {
        err.println(file + ": larger than any case, 1 MB at most");
        return 1;
      }
      Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());
      JsonNode root = Schemas.load(Schemas.CASE).read(Files.readAllBytes(file));
      Assessment assessment = diagnosis.assess(read(root, diagnosis.casebook()));
      if (asJson) {
        out.println(
            new ObjectMapper()
                .writerWithDefaultPrettyPrinter()
                .writeValueAsString(json(assessment)));
      } else {
        print(assessment, out);
      }
      return 0;
    } catch (BundleFault refused) {
      refused.faults().forEach(fault -> err.println(file + ": " + fault));
      return 1;
    } catch (IOException unreadable) {
      err.println(file + ": cannot be read: " + unreadable.getMessage());
      return 1;
    }
  }

  private static Case read(JsonNode root, Casebook casebook) throws BundleFault {
    List<String> faults = new ArrayList<>();
    List<Event> events = new ArrayList<>();
    JsonNode evidence = root.path("evidence");
    for (int i = 0; i < evidence.size(); i++) {
      JsonNode item = evidence.get(i);
      String place = "/evidence/" + i + ": ";
      if (item.has("check")) {
        String check = item.get("check").asString();
        String outcome = item.get("outcome").asString();
        boolean known =
            casebook
                .check(check)
                .filter(c -> c.outcomes().stream().anyMatch(o -> o.id().equals(outcome)))
                .isPresent();
        if (!known) {
          faults.add(place + "the casebook has no answer '" + outcome + "' to '" + check + "'");
        }
        events.add(new Event.Reading(i, check, outcome, item.path("weight").asDouble(Event.SEEN)));
      } else if (item.has("repair")) {
        String repair = item.get("repair").asString();
        if (casebook.repair(repair).isEmpty()) {
          faults.add(place + "the casebook has no repair '" + repair + "'");
        }
        events.add(new Event.Tried(i, repair, Event.Result.of(item.get("result").asString())));
      } else {
        events.add(
            new Event.SetAside(
                i, item.get("setAside").asString(), item.path("reason").asString("")));
      }
    }
    if (!faults.isEmpty()) {
      throw new BundleFault(faults);
    }
    return new Case(
        words(root.path("contexts"), Context::of),
        words(root.path("marks"), Mark::of),
        words(root.path("missing"), Need::of),
        events);
  }

  private static <T> Set<T> words(JsonNode node, Function<String, T> of) {
    Set<T> words = new HashSet<>();
    node.forEach(word -> words.add(of.apply(word.asString())));
    return words;
  }

  private static String verdict(Assessment assessment) {
    Verdict verdict = assessment.verdict();
    if (verdict instanceof Verdict.Found found) {
      return "cause found: " + found.cause().name();
    }
    if (verdict instanceof Verdict.Works works) {
      return (works.confirmed() ? "confirmed: " : "works, to be checked again: ")
          + works.cause().name();
    }
    return verdict instanceof Verdict.Stopped ? "stopped by a danger" : "open";
  }

  private static void print(Assessment assessment, PrintStream out) {
    out.println("Verdict: " + verdict(assessment));
    assessment.stops().forEach(mark -> out.println("  " + mark.words() + ": " + mark.caution()));
    out.println("Suspects:");
    for (Suspect suspect : assessment.suspects().stream().limit(SHOWN).toList()) {
      out.printf(
          Locale.ROOT,
          "  %6s  %-50s %s%n",
          suspect.odds().percent(),
          suspect.cause().name(),
          suspect.reason());
    }
    assessment
        .next()
        .flatMap(next -> assessment.look(next.id()))
        .ifPresent(
            view -> {
              out.println("Do next: " + view.candidate().name());
              out.println("  " + view.why());
              for (StepView.Branch branch : view.branches()) {
                out.printf(Locale.ROOT, "  %6s  %s%n", branch.odds().percent(), branch.words());
              }
            });
    List<Candidate> others = assessment.roads().stream().skip(1).limit(SHOWN - 1).toList();
    if (!others.isEmpty()) {
      out.println("Other roads:");
      others.forEach(
          c -> out.printf(Locale.ROOT, "  %6.1f min  %s%n", c.toTheEnd().value(), c.name()));
    }
  }

  private static ObjectNode json(Assessment assessment) {
    ObjectNode root = new ObjectMapper().createObjectNode();
    root.put("verdict", verdict(assessment)).put("round", assessment.round());
    ArrayNode stops = root.putArray("stops");
    assessment.stops().forEach(mark -> stops.add(mark.id()));
    ArrayNode suspects = root.putArray("suspects");
    for (Suspect suspect : assessment.suspects()) {
      suspects
          .addObject()
          .put("cause", suspect.cause().id())
          .put("name", suspect.cause().name())
          .put("odds", suspect.odds().value())
          .put("reason", suspect.reason());
    }
    ArrayNode steps = root.putArray("steps");
    for (Candidate candidate : assessment.candidates()) {
      steps
          .addObject()
          .put("step", candidate.id())
          .put("name", candidate.name())
          .put("minutes", candidate.own().value())
          .put("minutesToTheEnd", candidate.toTheEnd().value());
    }
    assessment
        .next()
        .flatMap(next -> assessment.look(next.id()))
        .ifPresent(view -> root.put("why", view.why()));
    return root;
  }
}
