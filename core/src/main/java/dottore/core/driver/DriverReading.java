package dottore.core.driver;

import dottore.core.driver.Judged.Verdict;
import dottore.core.driver.ListChange.What;
import dottore.core.machine.DeviceKind;
import dottore.core.reading.Answer;
import dottore.core.words.Code;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** The checks that lists of devices and events answer by themselves. */
public final class DriverReading {
  private static final int SEVERAL = 3;
  private static final int FAILURE = 43;
  private static final int NOT_WORKING = 31;

  private DriverReading() {}

  /** What a list of devices says. */
  public static List<Answer> of(List<Judged> judged, Optional<ListChange> change) {
    List<Answer> answers = new ArrayList<>();
    answers.add(marks(judged));
    dates(judged).ifPresent(answers::add);
    change.ifPresent(c -> answers.add(versions(c)));
    return answers;
  }

  private static Answer marks(List<Judged> judged) {
    List<Judged> marked = judged.stream().filter(j -> j.device().mark().isPresent()).toList();
    String outcome = marked.isEmpty() ? bare(judged) : marked(marked);
    String because =
        marked.isEmpty()
            ? "no mark on " + judged.size() + " devices"
            : marked.stream()
                .limit(4)
                .map(j -> j.device().name() + ": " + j.device().mark().getAsInt())
                .collect(Collectors.joining(", "));
    return new Answer(DriverCasebook.MARKS.step(), outcome, because);
  }

  /** A list without marks can still show that graphics has the generic driver. */
  private static String bare(List<Judged> judged) {
    return judged.stream()
            .filter(j -> j.device().kind() == DeviceKind.GRAPHICS)
            .anyMatch(j -> j.verdict() == Verdict.GENERIC || j.verdict() == Verdict.MISSING)
        ? "graphics-none"
        : "clean";
  }

  private static String marked(List<Judged> marked) {
    long unknown =
        marked.stream()
            .filter(j -> j.device().undriven())
            .filter(
                j ->
                    j.device().kind() == DeviceKind.OTHER
                        || j.device().kind() == DeviceKind.CHIPSET)
            .count();
    if (unknown >= SEVERAL) {
      return "chipset";
    }
    for (DeviceKind kind :
        List.of(
            DeviceKind.NETWORK,
            DeviceKind.WIRELESS,
            DeviceKind.GRAPHICS,
            DeviceKind.AUDIO,
            DeviceKind.TOUCH)) {
      Optional<Judged> found = marked.stream().filter(j -> j.device().kind() == kind).findFirst();
      if (found.isPresent()) {
        return outcome(found.get());
      }
    }
    return unknown > 0 ? "chipset" : "other";
  }

  private static String outcome(Judged found) {
    int mark = found.device().mark().orElse(0);
    return switch (found.device().kind()) {
      case NETWORK, WIRELESS -> found.device().undriven() ? "network" : "other";
      case GRAPHICS -> mark == FAILURE || mark == NOT_WORKING ? "graphics-43" : "graphics-none";
      case AUDIO -> "audio";
      case TOUCH -> "touch";
      default -> "other";
    };
  }

  private static Optional<Answer> dates(List<Judged> judged) {
    Map<DeviceKind, String> kinds =
        Map.of(
            DeviceKind.NETWORK, "network-old",
            DeviceKind.WIRELESS, "wireless-old",
            DeviceKind.GRAPHICS, "graphics-old");
    List<Judged> dated =
        judged.stream()
            .filter(j -> kinds.containsKey(j.device().kind()) && j.device().date().isPresent())
            .toList();
    if (dated.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        dated.stream()
            .filter(j -> j.verdict() == Verdict.OLD)
            .findFirst()
            .map(
                j ->
                    new Answer(
                        DriverCasebook.DATES.step(),
                        kinds.getOrDefault(j.device().kind(), "fit"),
                        j.device().name() + " " + j.because()))
            .orElse(
                new Answer(
                    DriverCasebook.DATES.step(), "fit", dated.size() + " drivers looked at")));
  }

  private static Answer versions(ListChange change) {
    String check = DriverCasebook.VERSIONS.step();
    Optional<ListChange.Row> older =
        change.rows().stream().filter(row -> row.what() == What.OLDER).findFirst();
    if (older.filter(row -> row.device().kind() == DeviceKind.GRAPHICS).isPresent()) {
      return new Answer(check, "graphics-older", older.get().was() + ", now " + older.get().is());
    }
    return older
        .map(row -> new Answer(check, "newer", row.device().name() + " was " + row.was()))
        .orElse(new Answer(check, "as-installed", change.same() + " devices as they were"));
  }

  /**
   * What a list of events says.
   *
   * @param named what the modules and sources that it names drive, by their names
   */
  public static List<Answer> of(Crashes crashes, Map<String, DeviceKind> named) {
    List<Answer> answers = new ArrayList<>();
    String count = crashes.falls().size() + " falls in " + crashes.events() + " events";
    crashes.counted().entrySet().stream()
        .findFirst()
        .flatMap(
            most ->
                Code.stop(most.getKey())
                    .flatMap(Code::meaning)
                    .map(
                        meaning ->
                            new Answer(
                                meaning.check(),
                                meaning.outcome(),
                                most.getKey() + ", " + most.getValue() + " times")))
        .ifPresent(answers::add);
    if (crashes.codes() != Crashes.Codes.FEW) {
      answers.add(
          new Answer(
              DriverCasebook.VARY.step(),
              crashes.codes() == Crashes.Codes.SAME ? "same" : "vary",
              crashes.counted().entrySet().stream()
                  .map(e -> e.getKey() + " " + e.getValue() + " times")
                  .collect(Collectors.joining(", "))));
    }
    crashes.modules().entrySet().stream()
        .filter(e -> named.containsKey(e.getKey()))
        .findFirst()
        .ifPresent(
            e ->
                answers.add(
                    new Answer(
                        DriverCasebook.NAMED.step(),
                        outcome(named.getOrDefault(e.getKey(), DeviceKind.OTHER)),
                        e.getKey() + ", " + e.getValue() + " times")));
    crashes
        .justBefore(named)
        .ifPresent(
            outcome -> answers.add(new Answer(DriverCasebook.EVENTS.step(), outcome, count)));
    return answers;
  }

  private static String outcome(DeviceKind kind) {
    return switch (kind) {
      case NETWORK, WIRELESS -> "network";
      case GRAPHICS -> "graphics";
      case STORAGE -> "storage";
      default -> "tool";
    };
  }
}
