package dottore.app.measure;

import dottore.app.desk.Desk;
import dottore.app.frame.Uploads;
import dottore.app.record.Record;
import dottore.app.record.Writing;
import dottore.core.casebook.Check;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.HealthNote;
import dottore.core.drive.HealthTrend;
import dottore.core.facts.Facts;
import dottore.core.format.FormatFault;
import dottore.core.format.HealthPages;
import dottore.core.format.HealthText;
import dottore.core.machine.DriveHealth;
import dottore.core.reading.Answer;
import dottore.core.reading.HealthReading;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** The drive's health on the Measure tab, read from a file or a print. */
@Controller
@RequestMapping("/tickets/{claim}/measure/health")
class HealthController {
  private final Record record;
  private final MeasureController page;

  HealthController(Record record, MeasureController page) {
    this.record = record;
    this.page = page;
  }

  @PostMapping
  String read(
      @PathVariable String claim,
      @RequestParam Optional<MultipartFile> pages,
      @RequestParam Optional<MultipartFile> earlier,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String serial,
      Principal who,
      Model model)
      throws IOException {
    String fault;
    boolean file = pages.filter(chosen -> !chosen.isEmpty()).isPresent();
    if (!file && text.isBlank()) {
      fault = "Choose the drive's page first, or paste what was printed.";
    } else {
      try {
        HealthText read =
            (file ? health(pages.get()) : HealthText.read(text)).orSerial(serial.strip());
        Optional<DriveHealth> before =
            earlier.isEmpty() || earlier.get().isEmpty()
                ? Optional.empty()
                : Optional.of(health(earlier.get()).health());
        record.change(claim, who.getName(), writing -> keep(writing, read, before));
        return "redirect:/tickets/" + claim + "/measure#health";
      } catch (FormatFault refused) {
        fault = "This page was not taken: " + refused.getMessage() + ". Nothing was changed.";
        model.addAttribute("healthText", text);
        model.addAttribute("healthSerial", serial);
      }
    }
    model.addAttribute("healthFault", fault);
    return page.measure(claim, model);
  }

  /** A page as the drive keeps it, or as a rescue system printed it. */
  private static HealthText health(MultipartFile file) throws IOException, FormatFault {
    byte[] bytes = Uploads.bytes(file, Uploads.SMALL);
    return printed(bytes)
        ? HealthText.read(new String(bytes, StandardCharsets.UTF_8))
        : new HealthText(HealthPages.read(bytes), "", Optional.empty());
  }

  /** What is printed holds no zero; a page of a drive holds many. */
  private static boolean printed(byte[] bytes) {
    for (byte each : bytes) {
      if (each == 0) {
        return false;
      }
    }
    return true;
  }

  /**
   * What was counted when it was last read, here or on another ticket, is held against it, unless
   * another page was given.
   */
  private void keep(Writing writing, HealthText read, Optional<DriveHealth> given) {
    HealthNote note = HealthNote.of(read.health(), read.serial());
    Optional<DriveHealth> before =
        given.or(
            () ->
                HealthTrend.before(
                        HealthView.readings(writing.file(), record.readingsOf(note.serial()), note),
                        writing.at(),
                        note)
                    .flatMap(HealthNote::earlier));
    Answer answer = HealthReading.judge(read.health(), before).answer();
    Check check = writing.casebook().check(answer.check()).orElseThrow();
    Line kept =
        writing.append(
            NewLine.known(
                "The drive's health was read, " + note.words() + " kept",
                Facts.none()
                    .with(DriveFacts.HEALTH, note)
                    .with(DriveFacts.HEALTH_SERIAL, note.serial())));
    writing.record(
        writing.log().last(), List.of(NewLine.read(check, answer).together(Desk.cameOf(kept))));
  }
}
