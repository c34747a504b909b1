package dottore.app.desk;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Step;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Person;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

/** Fix, as it is the same for every desk. */
@InEmptyShop
class DeskTest {
  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired Counter counter;
  @Autowired Record record;
  @Autowired Closing closing;
  @Autowired Desks desks;

  private Visitor technician;

  @BeforeEach
  void signIn() {
    technician = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
  }

  private String received(MachineKind kind) {
    return counter.receive(
        Shopkeeping.arrival(kind, new Person("Hanne Quill", "", ""), ""), "runa");
  }

  private static String fix(String claim, String rest) {
    return "/tickets/" + claim + "/fix" + rest;
  }

  private Map<String, String> seen(String claim, String... pairs) {
    Map<String, String> fields = new HashMap<>();
    fields.put("seen", String.valueOf(record.open(claim).log().last()));
    for (int i = 0; i < pairs.length; i += 2) {
      fields.put(pairs[i], pairs[i + 1]);
    }
    return fields;
  }

  @Test
  void aDeskIsTakenUpWithoutAnEditElsewhere() {
    String claim = received(MachineKind.TOWER);
    Visitor.Reply page = technician.get(fix(claim, "/spare"));
    assertThat(page.status()).isEqualTo(200);
    assertThat(page.page().select(".fix-rooms a").eachText())
        .containsExactly("Firmware", "Drive", "System", "Drivers", "Spare");
    assertThat(technician.get(fix(claim, "/drive")).page().select(".fix-rooms a").eachText())
        .contains("Spare");

    // Its facts: asked for, refused with their fault, kept, undone.
    Visitor.Reply refused =
        technician.post(fix(claim, "/spare/facts/case"), seen(claim, "spare-screws", "2.5"));
    assertThat(refused.page().select(".fault").text())
        .contains("screws left over is a whole number from 0 to 40: 2.5");
    assertThat(
            technician
                .post(fix(claim, "/spare/facts/case"), seen(claim, "spare-screws", "3"))
                .location())
        .isEqualTo(fix(claim, "/spare"));
    assertThat(record.open(claim).log().facts().kept()).containsEntry("spare-screws", "3");
    String undo = technician.get(fix(claim, "/spare")).page().select("[name=entry]").attr("value");
    technician.post(fix(claim, "/spare/undo"), Map.of("entry", undo));
    assertThat(record.open(claim).log().facts().kept()).doesNotContainKey("spare-screws");

    // What it can do beside.
    technician.post(fix(claim, "/spare/shake/3"), Map.of());
    assertThat(technician.post(fix(claim, "/spare/shake/77"), Map.of()).status()).isEqualTo(404);
    assertThat(record.open(claim).log().lines()).anyMatch(l -> l.text().equals("Shaken 3 times"));

    // Its work: it begins when it may, is worked through, and leaves behind what it leaves.
    Visitor.Reply notYet = technician.post(fix(claim, "/spare/begin/spare-closing"), Map.of());
    assertThat(notYet.page().select(".fault").text()).isEqualTo("Count the screws first.");
    technician.post(fix(claim, "/spare/facts/case"), seen(claim, "spare-screws", "3"));
    String sheet = technician.post(fix(claim, "/spare/begin/spare-closing"), Map.of()).location();
    assertThat(sheet).contains("/run-sheets/");
    assertThat(technician.get(sheet).page().select("main a.btn.small").eachText())
        .contains("Spare");
    assertThat(technician.get(fix(claim, "")).location()).isEqualTo(fix(claim, "/spare"));
    technician.post(sheet + "/tick", Map.of("step", "close"));
    technician.post(
        fix(claim, "/spare/conclude"),
        Map.of("sheet", sheet.replaceAll(".*/", ""), "result", "works"));
    assertThat(record.open(claim).log().facts().kept()).containsEntry("spare-screws", "0");
    assertThat(record.open(claim).log().of(Entry.Tried.class)).hasSize(1);
  }

  @Test
  void everyStepThatIsPlannedUnderFixHasItsPageThere() {
    Casebook casebook = Casebook.shipped();
    Stream<Step> steps = Stream.concat(casebook.checks().stream(), casebook.repairs().stream());
    assertThat(steps.flatMap(step -> step.effort().plannedAt().stream()))
        .hasSizeGreaterThan(10)
        .allMatch(desks::has);
  }

  @Test
  void whatADeskReliesOnIsDeclaredForTheCasebook() {
    assertThat(dottore.app.knowledge.Relied.ALL).containsAll(desks.reliesOn());
  }

  /** As an older version kept it; it locked the desk of the ticket for good. */
  @Test
  void aDeskAlwaysOpensAndShowsWhatCannotBeRead() {
    String claim = received(MachineKind.LAPTOP);
    record.change(
        claim,
        "runa",
        w ->
            w.append(
                NewLine.known(
                    "as it was kept",
                    Facts.of(
                        Map.of(
                            "battery", "35.5",
                            "encryption", "maybe",
                            "stick", "{\"scheme\":",
                            "disk.0.gb", "plenty",
                            "target", "one",
                            "chip", "warp")))));
    for (String page : new String[] {"/firmware/update", "/drive", "/firmware/upgrade"}) {
      Visitor.Reply reply = technician.get(fix(claim, page));
      assertThat(reply.status()).as(page).isEqualTo(200);
      assertThat(reply.page().select(".fault").text()).as(page).contains("Kept, but not readable");
    }
    assertThat(technician.get(fix(claim, "/firmware/update")).text())
        .contains("battery is a whole number from 0 to 100 %: 35.5");
    // It is refused on its way in, and what was kept can be corrected.
    Visitor.Reply refused =
        technician.post(fix(claim, "/firmware/facts/gate"), seen(claim, "battery", "40.5"));
    assertThat(refused.page().select(".fault").text()).contains("Not kept: battery");
    technician.post(fix(claim, "/firmware/facts/gate"), seen(claim, "battery", "80"));
    assertThat(technician.get(fix(claim, "/firmware/update")).text())
        .doesNotContain("battery is a whole number");
  }

  @Test
  void aClosedTicketTakesNothingUnderFix() {
    String claim = received(MachineKind.TOWER);
    record.change(
        claim, "runa", w -> closing.close(w, Ending.HANDED_BACK, Map.of(), "wanted back", true));
    int last = record.open(claim).log().last();
    Map<String, Map<String, String>> posts = new HashMap<>();
    posts.put("/firmware/proof", Map.of("kind", "invoice", "shown", "no. 1"));
    posts.put("/firmware/facts/gate", seen(claim, "battery", "80"));
    posts.put("/drive/facts/saved", seen(claim, "saved-where", "shelf"));
    posts.put("/drive/disks/0", seen(claim, "disk.0.gb", "500"));
    posts.put("/firmware/begin/reset", Map.of("way", "button"));
    posts.put("/spare/shake/2", Map.of());
    posts.forEach(
        (path, fields) ->
            assertThat(technician.post(fix(claim, path), fields).status()).as(path).isEqualTo(409));
    assertThat(record.open(claim).log().last()).isEqualTo(last);
    technician.post("/tickets/" + claim + "/log", Map.of("text", "a late word"));
    assertThat(record.open(claim).log().last()).isEqualTo(last + 1);
  }

  @Test
  void anApprenticesProofOpensNoRoadAlone() {
    String claim =
        counter.receive(
            Shopkeeping.arrival(MachineKind.TOWER, new Person("Ole Marsh", "", ""), ""), "runa");
    technician.post(fix(claim, "/firmware/facts/board"), seen(claim, "family", "old-tower"));
    technician.post(fix(claim, "/firmware/facts/gate"), seen(claim, "settings-unseen", "yes"));
    Visitor apprentice = Shopkeeping.signedIn(accounts, port, Role.APPRENTICE);
    apprentice.post(fix(claim, "/firmware/proof"), Map.of("kind", "invoice", "shown", "no. 7"));
    assertThat(apprentice.get(fix(claim, "/firmware/password")).text())
        .contains("Closed until ownership is proved", "looked at by shop-apprentice");
    assertThat(apprentice.post(fix(claim, "/firmware/begin/password"), Map.of()).text())
        .contains("Closed until ownership is proved");
    String entry =
        apprentice
            .get(fix(claim, "/firmware/password"))
            .page()
            .select("form[action$=confirm] [name=entry]")
            .attr("value");
    assertThat(
            apprentice.post(fix(claim, "/firmware/proof/confirm"), Map.of("entry", entry)).text())
        .contains("confirmed by somebody who is none");
    technician.post(fix(claim, "/firmware/proof/confirm"), Map.of("entry", entry));
    assertThat(technician.get(fix(claim, "/firmware/password")).text())
        .contains("By the password jumper");
    assertThat(technician.post(fix(claim, "/firmware/begin/password"), Map.of()).location())
        .contains("/run-sheets/");
  }
}
