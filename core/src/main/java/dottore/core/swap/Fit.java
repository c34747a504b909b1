package dottore.core.swap;

import dottore.core.swap.DriveForm.Body;
import dottore.core.swap.DriveForm.Tongue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Whether a drive goes into a place and the machine starts from it. Sizes and keys as the open
 * standards of the forms give them; what is needed beside it is what a shop keeps in a drawer.
 *
 * @param needs what has to be bought or turned with it; empty if nothing
 * @param why in words, for the one who would try it
 */
public record Fit(DriveForm form, Verdict verdict, List<String> needs, String why) {

  /** In the order in which one would take them. */
  public enum Verdict {
    FITS("fits"),
    WITH("fits with a part"),
    ASK("not known"),
    NO_START("fits, does not start from it"),
    NO("does not fit");

    private final String words;

    Verdict(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether somebody may put it in. */
    public boolean takes() {
      return this == FITS || this == WITH;
    }
  }

  public Fit {
    needs = List.copyOf(needs);
  }

  private static final double THIN = 7;
  private static final double BOXED_CARD = 80;

  /** What is needed for a system to start from a drive. */
  public record Start(boolean system, Optional<Boolean> startsNvme) {
    /** For a drive that only holds data. */
    public static Start dataOnly() {
      return new Start(false, Optional.empty());
    }
  }

  /** Judges one pair. */
  public static Fit of(Slot slot, DriveForm form, Start start) {
    Fit body = body(slot, form);
    if (!body.verdict.takes() || form.tongue() != Tongue.NVME || !start.system()) {
      return body;
    }
    if (start.startsNvme().isEmpty()) {
      return new Fit(
          form,
          Verdict.ASK,
          body.needs,
          "older firmware cannot start from NVMe: look for it in its boot list or its notes");
    }
    return start.startsNvme().get()
        ? body
        : new Fit(
            form,
            Verdict.NO_START,
            body.needs,
            "this firmware cannot start from NVMe: update it first, or keep a SATA drive to start"
                + " from");
  }

  /** Judges every form there is, the best first. */
  public static List<Fit> all(Slot slot, Start start) {
    return Arrays.stream(DriveForm.values())
        .map(form -> of(slot, form, start))
        .sorted(
            Comparator.<Fit, Fit.Verdict>comparing(Fit::verdict)
                .thenComparing(fit -> fit.form.spins()))
        .toList();
  }

  private static Fit body(Slot slot, DriveForm form) {
    return switch (slot.place()) {
      case SOLDERED ->
          no(form, "the drive is part of the board: a new board, or start from outside");
      case LARGE_BAY -> largeBay(form);
      case SMALL_BAY -> smallBay(slot, form);
      case CARD -> card(slot, form);
    };
  }

  private static Fit largeBay(DriveForm form) {
    return switch (form.body()) {
      case LARGE_BOX -> fits(form, "made for this bay");
      case SMALL_BOX -> with(form, "a bracket from 2.5 to 3.5 inch");
      case CARD ->
          form.tongue() == Tongue.SATA && form.millimeters() <= BOXED_CARD
              ? with(form, "a case from M.2 SATA to 2.5 inch", "a bracket from 2.5 to 3.5 inch")
              : no(form, "the bay's cable speaks SATA only");
    };
  }

  private static Fit smallBay(Slot slot, DriveForm form) {
    double bay = slot.millimeters();
    if (form.body() == Body.LARGE_BOX) {
      return no(form, "a 3.5-inch box does not go into a 2.5-inch bay");
    }
    if (form.body() == Body.CARD) {
      if (form.tongue() == Tongue.NVME) {
        return no(form, "the bay speaks SATA only; both kinds of card look alike");
      }
      return with(form, "a case from M.2 SATA to 2.5 inch");
    }
    if (bay == 0 && form.millimeters() > THIN) {
      return ask(form, "measure the height of the bay");
    }
    if (bay != 0 && form.millimeters() > bay && !slot.looked()) {
      return ask(form, "higher than what came out: measure the bay");
    }
    if (bay != 0 && form.millimeters() > bay) {
      return no(
          form,
          String.format(Locale.ROOT, "%s mm into a bay of %s mm", mm(form.millimeters()), mm(bay)));
    }
    return bay != 0 && form.millimeters() < bay
        ? with(form, "a frame that fills " + mm(bay - form.millimeters()) + " mm")
        : fits(form, "made for this bay");
  }

  private static Fit card(Slot slot, DriveForm form) {
    if (form.body() != Body.CARD) {
      return no(form, "a box does not go into a card's slot");
    }
    if (slot.key().isPresent() && !form.keys().contains(slot.key().get())) {
      return no(form, "its notch is on the other side: do not force it");
    }
    if (slot.key().isEmpty() && form.keys().size() < 2) {
      return ask(form, "look at the slot: on which side is its bar?");
    }
    if (slot.millimeters() == 0) {
      return ask(form, "measure from the slot to its farthest screw hole");
    }
    if (form.millimeters() > slot.millimeters()) {
      return slot.looked()
          ? no(
              form,
              "longer than the slot: "
                  + mm(form.millimeters())
                  + " mm for "
                  + mm(slot.millimeters()))
          : ask(form, "longer than what came out: look for a screw hole farther out");
    }
    if (slot.speaks().isEmpty() || !slot.looked() && !slot.speaks().contains(form.tongue())) {
      return ask(form, "SATA and NVMe cards look alike: the manual says what this slot speaks");
    }
    if (!slot.speaks().contains(form.tongue())) {
      return no(form, "goes in and is not seen: the slot does not speak " + form.tongue().said());
    }
    return form.millimeters() < slot.millimeters()
        ? with(
            form,
            "the stand-off moved to "
                + mm(form.millimeters())
                + " mm, or a plate that lengthens it")
        : fits(form, "key, length and tongue agree");
  }

  private static String mm(double value) {
    return value == Math.rint(value)
        ? String.valueOf(Math.round(value))
        : String.format(Locale.ROOT, "%.1f", value);
  }

  private static Fit fits(DriveForm form, String why) {
    return new Fit(form, Verdict.FITS, List.of(), why);
  }

  private static Fit with(DriveForm form, String... needs) {
    return new Fit(form, Verdict.WITH, new ArrayList<>(List.of(needs)), "");
  }

  private static Fit ask(DriveForm form, String why) {
    return new Fit(form, Verdict.ASK, List.of(), why);
  }

  private static Fit no(DriveForm form, String why) {
    return new Fit(form, Verdict.NO, List.of(), why);
  }
}
