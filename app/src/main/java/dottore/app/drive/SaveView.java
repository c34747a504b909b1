package dottore.app.drive;

import dottore.app.drive.Rows.KeptRow;
import dottore.app.drive.Rows.Saving;
import dottore.app.record.TicketFile;
import dottore.core.drive.Compared;
import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.DriveState;
import dottore.core.drive.Kept;
import dottore.core.drive.SavePlan;
import dottore.core.facts.Facts;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.ui.Model;

/** Fix, Drive, Save: what is to be kept, where it goes, and whether the copy is whole. */
final class SaveView {
  private SaveView() {}

  static String fill(DriveDesk desk, Map<String, String> facts, Model model) {
    Optional<Compared> compared = desk.facts().find(DriveFacts.COMPARED);
    model.addAttribute(
        "kinds",
        Arrays.stream(Kept.values())
            .map(
                kind ->
                    new KeptRow(
                        DriveFacts.kept(kind).name(),
                        kind.words(),
                        kind.where(),
                        facts.getOrDefault(DriveFacts.kept(kind).name(), "")))
            .toList());
    model.addAttribute("links", DriveFacts.COPY_FROM.choices());
    model.addAttribute("states", DriveFacts.STATE.choices());
    model.addAttribute("specialists", DriveFacts.SPECIALIST.choices());
    model.addAttribute("saving", saving(desk));
    model.addAttribute("lead", lead(desk, compared));
    model.addAttribute("compared", compared.map(Compared::words).orElse(""));
    model.addAttribute("whole", compared.filter(Compared::whole).isPresent());
    model.addAttribute("back", compared.filter(Compared::back).isPresent());
    model.addAttribute("names", compared.map(Compared::names).orElse(List.of()));
    model.addAttribute(
        "lost", desk.facts().find(DriveFacts.STATE).filter(s -> !s.readable()).isPresent());
    model.addAttribute(
        "failing",
        desk.facts().find(DriveFacts.STATE).filter(s -> s == DriveState.ERRORS).isPresent());
    return "drive/save";
  }

  /** What the same customer wanted kept the last time that somebody asked. */
  static Optional<Rows.LastTime> lastTime(List<TicketFile> earlier) {
    return earlier.stream()
        .map(
            file -> {
              Map<String, String> kept = new LinkedHashMap<>();
              List<String> words = new ArrayList<>();
              Facts facts = file.log().facts();
              for (Kept kind : Kept.values()) {
                facts
                    .find(DriveFacts.kept(kind))
                    .ifPresent(
                        gb -> {
                          kept.put(DriveFacts.kept(kind).name(), gb.toPlainString());
                          words.add(
                              gb.signum() == 0
                                  ? "no " + kind.words()
                                  : kind.words() + " " + gb.toPlainString() + " GB");
                        });
              }
              String where = facts.get(DriveFacts.SAVED_WHERE);
              return new Rows.LastTime(file.claim(), String.join(", ", words), where, kept);
            })
        .filter(last -> !last.kept().isEmpty())
        .findFirst();
  }

  private static Saving saving(DriveDesk desk) {
    SavePlan plan = desk.savePlan();
    return new Saving(
        plan.amount().inBothCounts(),
        plan.room().inBothCounts(),
        String.format(Locale.ROOT, "%.0f to %.0f min", plan.least().value(), plan.most().value()),
        plan.amount().bytes() > 0,
        plan.unasked().stream().map(Kept::words).collect(Collectors.joining(", ")));
  }

  private static Rows.Lead lead(DriveDesk desk, Optional<Compared> compared) {
    if (!desk.wanted()) {
      return new Rows.Lead(
          "none",
          "",
          "The customer wants nothing kept",
          "Written down at arrival. Ask once more before anything is erased.",
          false);
    }
    if (desk.stopReading()) {
      return new Rows.Lead(
          "stop",
          "",
          "Stop: power off, read it no more",
          "Its data has no copy, and every start can cost more of it. Offer a data specialist, with"
              + " an estimate, and write down what the customer decides.",
          true);
    }
    if (desk.saved().isPresent()) {
      return new Rows.Lead(
          "none",
          "",
          "Saved: " + desk.saved().get(),
          desk.facts().get(DriveFacts.RESTORED)
              ? "Put back on the machine and compared as well."
              : "Compared. What is put back later is compared with it here too.",
          false);
    }
    if (compared.filter(c -> !c.whole()).isPresent()) {
      return new Rows.Lead(
          "compare",
          "Before anything is erased",
          "Not saved yet: " + compared.get().words(),
          "Copy those again, make the second list anew, and compare once more.",
          false);
    }
    return new Rows.Lead(
        "compare",
        "Before anything is erased",
        "Copy what is wanted, then compare the copy",
        "What is not compared is not saved. Steps that erase stay shut until then.",
        false);
  }
}
