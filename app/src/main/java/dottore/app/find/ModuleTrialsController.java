package dottore.app.find;

import dottore.app.frame.TicketPage;
import dottore.app.record.Clash;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.said.NotThere;
import dottore.app.shop.Shop;
import dottore.core.casebook.Check;
import dottore.core.casebook.Need;
import dottore.core.casebook.Touched;
import dottore.core.isolation.ModuleTrials;
import dottore.core.isolation.ModuleTrials.Fault;
import dottore.core.isolation.ModuleTrials.Next;
import dottore.core.isolation.ModuleTrials.Trial;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Memory modules tried one at a time, as planned. */
@Controller
@RequestMapping("/tickets/{claim}/find/modules")
class ModuleTrialsController {
  private static final int MOST = 8;
  private static final double SHOWN = 0.01;

  /**
   * A slot as drawn.
   *
   * @param x its left edge
   * @param module what sits in it for the next trial, or empty
   * @param results what was seen in it so far
   */
  record Slot(int number, int x, String module, List<Result> results) {}

  record Result(String module, boolean starts) {}

  record Row(String name, String percent, double value) {}

  record Done(String text, String when) {}

  /** What was isolated, and the answer that it gives. */
  record Isolated(String words, String outcome) {}

  record Page(
      int modules,
      int slots,
      boolean spare,
      List<Slot> picture,
      @Nullable Next next,
      String nextModule,
      String togo,
      @Nullable Isolated isolated,
      boolean stuck,
      List<Row> odds,
      List<Done> done) {}

  private final Record record;
  private final TicketPage page;
  private final Shop shop;

  ModuleTrialsController(Record record, TicketPage page, Shop shop) {
    this.record = record;
    this.page = page;
    this.shop = shop;
  }

  @GetMapping
  String plan(
      @PathVariable String claim,
      @RequestParam(required = false) @Nullable Integer modules,
      @RequestParam(required = false) @Nullable Integer slots,
      Model model) {
    TicketFile file = record.open(claim);
    page.fill(model, file, "find");
    model.addAttribute("trials", view(file, trials(file, modules, slots)));
    return "find/modules";
  }

  private static int within(@Nullable Integer wanted, int otherwise) {
    return Math.max(1, Math.min(MOST, wanted == null ? otherwise : wanted));
  }

  private ModuleTrials trials(TicketFile file, @Nullable Integer modules, @Nullable Integer slots) {
    List<Trial> done = new ArrayList<>();
    int seenModule = 0;
    int seenSlot = 0;
    int asked = 0;
    int askedSlots = 0;
    boolean spare = !shop.missing().contains(Need.SPARE_MEMORY);
    for (Line line : file.log().of(Entry.Trial.class)) {
      Entry.Trial entry = (Entry.Trial) line.entry();
      Trial trial = new Trial(entry.module(), entry.slot(), entry.starts());
      done.add(trial);
      seenModule = Math.max(seenModule, trial.module());
      seenSlot = Math.max(seenSlot, trial.slot());
      asked = within(entry.modules(), asked);
      askedSlots = within(entry.slots(), askedSlots);
    }
    int usualSlots = file.machine().kind() == MachineKind.TOWER ? 4 : 2;
    int n = within(modules, asked > 0 ? asked : file.machine().fittedModules().orElse(2));
    int m = within(slots, askedSlots > 0 ? askedSlots : Math.max(usualSlots, n));
    return new ModuleTrials(
        Math.max(n, spare ? seenModule - 1 : seenModule), Math.max(m, seenSlot), spare, done);
  }

  private static int within(OptionalInt said, int otherwise) {
    return said.isPresent() && said.getAsInt() <= MOST ? said.getAsInt() : otherwise;
  }

  private static String module(ModuleTrials trials, int number) {
    return number > trials.modules() ? "the spare" : "module " + number;
  }

  private static String words(Fault fault) {
    return switch (fault.kind()) {
      case MODULE -> "Module " + fault.number();
      case SLOT -> "Slot " + fault.number();
      case BEHIND -> "Behind the slots: board, processor or settings";
      case NONE -> "None of them alone: seat, mix or speed";
    };
  }

  private static String outcome(Fault fault) {
    return fault.kind().name().toLowerCase(Locale.ROOT);
  }

  private Page view(TicketFile file, ModuleTrials trials) {
    Optional<Next> next = trials.next();
    Optional<Fault> isolated = trials.isolated();
    List<Slot> picture = new ArrayList<>();
    for (int slot = 1; slot <= trials.slots(); slot++) {
      int here = slot;
      picture.add(
          new Slot(
              slot,
              150 + (slot - 1) * 66,
              next.filter(n -> n.slot() == here).map(n -> module(trials, n.module())).orElse(""),
              trials.done().stream()
                  .filter(t -> t.slot() == here)
                  .map(t -> new Result(letter(trials, t.module()), t.starts()))
                  .toList()));
    }
    return new Page(
        trials.modules(),
        trials.slots(),
        trials.spare(),
        picture,
        next.orElse(null),
        next.map(n -> module(trials, n.module())).orElse(""),
        next.map(
                n ->
                    String.format(
                        Locale.ROOT,
                        "%.1f trials to go as a rule, %d at most if none misleads",
                        n.expected(),
                        n.atMost()))
            .orElse(""),
        isolated.map(f -> new Isolated(words(f), outcome(f))).orElse(null),
        next.isEmpty() && isolated.isEmpty(),
        trials.odds().entrySet().stream()
            .filter(e -> e.getValue().value() >= SHOWN)
            .map(e -> new Row(words(e.getKey()), e.getValue().percent(), e.getValue().value()))
            .toList(),
        file.log().of(Entry.Trial.class).stream()
            .map(line -> new Done(line.text(), shop.times().brief(line.at())))
            .toList());
  }

  private static String letter(ModuleTrials trials, int module) {
    return module > trials.modules() ? "S" : String.valueOf(module);
  }

  @PostMapping
  String record(
      @PathVariable String claim,
      @RequestParam int module,
      @RequestParam int slot,
      @RequestParam boolean starts,
      @RequestParam int modules,
      @RequestParam int slots,
      @RequestParam int seen,
      Principal who,
      Model model) {
    TicketFile file = record.open(claim);
    ModuleTrials before = trials(file, modules, slots);
    Trial trial = new Trial(module, slot, starts);
    List<Trial> done = new ArrayList<>(before.done());
    done.add(trial);
    ModuleTrials after;
    try {
      after = new ModuleTrials(before.modules(), before.slots(), before.spare(), done);
    } catch (IllegalArgumentException impossible) {
      throw new NotThere("There is no such module or slot. Nothing was recorded.");
    }
    String name = module(after, module);
    NewLine line =
        NewLine.trial(
            trial,
            Character.toUpperCase(name.charAt(0)) + name.substring(1),
            after.modules(),
            after.slots());
    String borrowed =
        record
            .casebook()
            .check(ModuleTrials.CHECK)
            .map(c -> c.effort().borrows().get(0))
            .orElse("the modules");
    try {
      record.change(claim, who.getName(), writing -> record(writing, seen, line, borrowed));
    } catch (Clash clash) {
      model.addAttribute(
          "clash",
          clash.theirs().who()
              + " recorded a trial meanwhile: "
              + clash.theirs().text()
              + ". Yours was not recorded: "
              + clash.ours().text()
              + ".");
      return plan(claim, null, null, model);
    }
    return "redirect:/tickets/" + claim + "/find/modules";
  }

  /** Writes what one module did in one slot. With the first trial the others lie on the bench. */
  private static void record(Writing writing, int seen, NewLine trial, String borrowed) {
    for (Line line : writing.log().of(Entry.Trial.class)) {
      if (line.number() > seen) {
        throw new Clash(line, trial);
      }
    }
    Line written = writing.append(trial);
    if (writing.file().owed().stream().noneMatch(owed -> owed.what().equals(borrowed))) {
      Loan loan = new Loan(borrowed, "", "", Set.of(Touched.MEMORY_SEATING));
      writing.owe(loan, "", "", written);
    }
  }

  @PostMapping("/back")
  String back(@PathVariable String claim, Principal who) {
    record.change(
        claim,
        who.getName(),
        writing ->
            writing
                .log()
                .last(line -> line.entry() instanceof Entry.Trial)
                .ifPresent(writing::takeBack));
    return "redirect:/tickets/" + claim + "/find/modules";
  }

  /** What was isolated becomes the answer of the check. */
  @PostMapping("/done")
  String done(@PathVariable String claim, @RequestParam int seen, Principal who, Model model) {
    Check check = record.casebook().check(ModuleTrials.CHECK).orElseThrow();
    try {
      record.change(
          claim,
          who.getName(),
          writing ->
              trials(writing.file(), null, null)
                  .isolated()
                  .ifPresent(
                      fault ->
                          writing.record(seen, List.of(NewLine.reading(check, outcome(fault))))));
    } catch (Clash clash) {
      model.addAttribute(
          "clash", clash.theirs().who() + " recorded meanwhile: " + clash.theirs().text() + ".");
      return plan(claim, null, null, model);
    }
    return "redirect:/tickets/" + claim + "/find";
  }
}
