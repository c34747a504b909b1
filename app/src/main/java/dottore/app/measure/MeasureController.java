package dottore.app.measure;

import dottore.app.frame.TicketPage;
import dottore.app.frame.Uploads;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.core.casebook.Check;
import dottore.core.format.FormatFault;
import dottore.core.format.Smbios;
import dottore.core.machine.MemoryModule;
import dottore.core.machine.Passport;
import dottore.core.reading.Answer;
import dottore.core.reading.PassportReading;
import dottore.core.ticket.NewLine;
import dottore.core.units.Capacity;
import java.io.IOException;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** The Measure tab, and the passport on it: read from a file, it answers checks by itself. */
@Controller
@RequestMapping("/tickets/{claim}/measure")
class MeasureController {
  private static final double MOST_GIB = 4096;

  record Fact(String name, String value) {}

  record Slot(
      String slot,
      String size,
      String rated,
      String running,
      String maker,
      String partNumber,
      String serial,
      String verdict) {}

  private final Record record;
  private final TicketPage page;
  private final HealthView health;

  MeasureController(Record record, TicketPage page, HealthView health) {
    this.record = record;
    this.page = page;
    this.health = health;
  }

  @GetMapping
  String measure(@PathVariable String claim, Model model) {
    TicketFile file = record.open(claim);
    page.fill(model, file, "measure");
    Optional<Passport> passport = file.machine().passport();
    model.addAttribute("open", file.open());
    model.addAttribute("passport", passport.isPresent());
    model.addAttribute("facts", passport.map(MeasureController::facts).orElse(List.of()));
    model.addAttribute("slots", passport.map(MeasureController::slots).orElse(List.of()));
    model.addAttribute(
        "answers",
        passport
            .map(
                p ->
                    PassportReading.of(p, fitted(file)).stream()
                        .map(answer -> Answered.of(answer, record.casebook()))
                        .toList())
            .orElse(List.of()));
    model.addAttribute(
        "fittedGib",
        file.machine().fittedMebibytes().map(m -> String.valueOf(m / 1024)).orElse(""));
    model.addAttribute(
        "fittedModules", file.machine().fittedModules().map(String::valueOf).orElse(""));
    health.fill(file, model);
    return "measure/measure";
  }

  private static PassportReading.Fitted fitted(TicketFile file) {
    return new PassportReading.Fitted(
        file.machine().fittedMebibytes().map(Capacity::ofMebibytes),
        file.machine().fittedModules().map(OptionalInt::of).orElse(OptionalInt.empty()));
  }

  private static List<Fact> facts(Passport p) {
    List<Fact> facts = new ArrayList<>();
    facts.add(new Fact("Machine", (p.maker() + " " + p.model()).strip()));
    facts.add(new Fact("Serial", p.serial()));
    facts.add(new Fact("Sold as", p.sku()));
    facts.add(
        new Fact(
            "Board", (p.boardMaker() + " " + p.boardModel() + " " + p.boardVersion()).strip()));
    facts.add(
        new Fact(
            "Firmware",
            (p.firmwareVendor() + " " + p.firmwareVersion() + " of " + p.firmwareDate()).strip()));
    for (Passport.Processor cpu : p.processors()) {
      String cores = cpu.cores().isPresent() ? ", " + cpu.cores().getAsInt() + " cores" : "";
      String speed =
          cpu.currentSpeed().isPresent() ? ", " + cpu.currentSpeed().getAsInt() + " MHz" : "";
      facts.add(
          new Fact(
              "Processor", cpu.populated() ? cpu.version() + cores + speed : "socket is empty"));
    }
    facts.add(
        new Fact(
            "Memory",
            p.memoryShown().asMemory()
                + " in "
                + p.modulesPresent().size()
                + " of "
                + p.memorySlots()
                + " slots"));
    return facts.stream().filter(fact -> !fact.value().isBlank()).toList();
  }

  private static List<Slot> slots(Passport passport) {
    return passport.memory().stream().map(MeasureController::slot).toList();
  }

  private static Slot slot(MemoryModule m) {
    return new Slot(
        m.slot(),
        m.size().map(Capacity::asMemory).orElse("empty"),
        speed(m.ratedSpeed()),
        speed(m.runningSpeed()),
        m.present() ? m.maker() : "",
        m.present() ? m.partNumber() : "",
        m.present() ? m.serial() : "",
        m.belowRating() ? "▲ below its rating: profile off, or it cannot" : "");
  }

  private static String speed(OptionalInt speed) {
    return speed.isPresent() ? speed.getAsInt() + " MT/s" : "";
  }

  @PostMapping("/passport")
  String upload(
      @PathVariable String claim,
      @RequestParam MultipartFile dump,
      @RequestParam(defaultValue = "") String fittedGib,
      @RequestParam(defaultValue = "") String fittedModules,
      @RequestParam int seen,
      Principal who,
      Model model)
      throws IOException {
    @Nullable String fault = null;
    Optional<Double> gib = number(fittedGib).filter(v -> v > 0 && v <= MOST_GIB);
    Optional<Double> modules = number(fittedModules).filter(v -> v >= 1 && v <= 64);
    if (!fittedGib.isBlank() && gib.isEmpty()) {
      fault = "Memory fitted is a number of GiB, such as 32.";
    } else if (!fittedModules.isBlank() && modules.isEmpty()) {
      fault = "Modules fitted is a whole number, such as 2.";
    } else if (dump.isEmpty()) {
      fault = "Choose a dump file first.";
    } else {
      try {
        keep(claim, Smbios.read(Uploads.bytes(dump, Uploads.SMALL)), gib, modules, seen, who);
      } catch (FormatFault refused) {
        fault = "This file was not taken: " + refused.getMessage() + ". Nothing was changed.";
      }
    }
    if (fault == null) {
      return "redirect:/tickets/" + claim + "/measure";
    }
    model.addAttribute("fault", fault);
    String view = measure(claim, model);
    model.addAttribute("fittedGib", fittedGib);
    model.addAttribute("fittedModules", fittedModules);
    return view;
  }

  private static Optional<Double> number(String typed) {
    try {
      return Optional.of(Double.parseDouble(typed.strip().replace(',', '.')));
    } catch (NumberFormatException none) {
      return Optional.empty();
    }
  }

  private void keep(
      String claim,
      Passport passport,
      Optional<Double> gib,
      Optional<Double> modules,
      int seen,
      Principal who) {
    record.change(
        claim,
        who.getName(),
        writing -> {
          writing.keepPassport(
              passport,
              gib.map(v -> OptionalLong.of(Math.round(v * 1024))).orElse(OptionalLong.empty()),
              modules.map(Double::intValue));
          List<NewLine> lines = new ArrayList<>();
          for (Answer answer : PassportReading.of(passport, fitted(writing.file()))) {
            Check check = writing.casebook().check(answer.check()).orElseThrow();
            lines.add(NewLine.read(check, answer).together("passport-" + seen));
          }
          writing.record(writing.log().last(), lines);
        });
  }
}
