package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A drive is replaced, its data saved before, and the right one told from the wrong one. */
class ReplaceJourneyTest extends FirmwareDesk {
  @BeforeEach
  void signIn() {
    signIn("runa", RUNA);
  }

  private static String at(String claim, String page) {
    return "/tickets/" + claim + "/fix/drive/" + page;
  }

  private static FilePayload list(String name, String... lines) {
    StringBuilder text = new StringBuilder();
    for (String line : lines) {
      text.append(line.substring(0, 1).repeat(64))
          .append("  ")
          .append(line.substring(2))
          .append('\n');
    }
    return new FilePayload(name, "text/plain", text.toString().getBytes(StandardCharsets.UTF_8));
  }

  private void compare(FilePayload source, FilePayload copy, String which) {
    page.locator("[name=source]").setInputFiles(source);
    page.locator("[name=copy]").setInputFiles(copy);
    Locator form = page.locator("form[action$='/compare']");
    form.locator("[name=which]").selectOption(which);
    form.locator("[name=where]").fill("shelf drive 2");
    send(form.locator("button"));
  }

  private String laptop(String customer) {
    return laptop(customer, "");
  }

  private String laptop(String customer, String serial) {
    String claim = takeInA("laptop", customer, serial, "slow, files go missing", "degraded");
    page.navigate(at(claim, "disk"));
    fill("disks/0", "disk.0.model=Corrin S4", "disk.0.serial=WX-7F3Q", "disk.0.gb=256");
    return claim;
  }

  @Test
  void aFailingLaptopDriveIsSavedComparedAndReplaced() {
    String claim = laptop("Idris Vantongeren");
    // It clicks: nobody reads it, until the customer decided.
    page.navigate(at(claim, "save"));
    fill("facts/reads", "old-drive=clicks");
    assertThat(page.locator(".card.stop")).containsText("read it no more");
    assertThat(page.locator("form[action$='/compare']")).hasCount(0);
    fill("facts/reads", "old-drive=errors");
    assertThat(page.locator("main")).containsText("Image the whole drive first");
    fill("facts/saving", "save-pictures=60", "save-documents=6");
    assertThat(page.locator("main")).containsText("Nobody looked: mail");
    isAccessible();
    FilePayload source = list("source.txt", "a ./Documents/one", "b ./Pictures/two");
    compare(source, list("copy.txt", "a x/Documents/one"), "copy");
    assertThat(page.locator(".donext")).containsText("Not saved yet");
    assertThat(page.locator(".donext")).containsText("missing: Pictures/two");
    compare(source, bad(), "copy");
    assertThat(page.locator(".fault")).containsText("line 1");
    compare(source, list("copy.txt", "b x/Pictures/two", "a x/Documents/one"), "copy");
    assertThat(page.locator("main")).containsText("Saved: shelf drive 2");
    // What goes in, how large, and by which road.
    page.navigate(at(claim, "replace"));
    assertThat(page.locator(".donext")).containsText("nobody said where it goes");
    fill("facts/slot", "swap-out=card-nvme-2280");
    assertThat(page.locator(".edge .good")).not().hasCount(0);
    fill("facts/amount", "used-gb=160", "growth-gb=30");
    assertThat(page.locator("main")).containsText("480 GB (447.0 GiB)");
    send(page.locator("[name=new-form][value=card-nvme-2280]"));
    assertThat(page.locator("main")).containsText("On the shelf: 2 × Solid-state drive, M.2 2280");
    fill("facts/decides", "system-sound=no", "swap-wish=fresh");
    assertThat(page.locator(".road").first()).containsText("Clean install");
    send(page.locator("[name=swap-road][value=clean]"));
    fill("facts/new-drive", "new-serial=QX44-19TD", "new-gb=500", "old-one=erased");
    assertThat(page.locator(".card.stop")).containsText("nobody agreed that it is erased");
    fill("facts/new-drive", "old-one=kept");
    // Screws by taps.
    for (double[] spot : new double[][] {{.1, .1}, {.9, .1}}) {
      page.locator("#screw-form [name=mm]").fill(spot[0] < .5 ? "4.5" : "6");
      BoundingBox box = page.locator(".screw-map").boundingBox();
      send(page.locator(".screw-map"), spot[0] * box.width, spot[1] * box.height);
    }
    assertThat(page.locator("#screws")).containsText("Back in this order: 2, 1");
    assertThat(page.locator("#screws")).containsText("Lengths differ");
    isAccessible();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run .now")).containsText("Power off and unplug");
    assertThat(page.locator(".run")).containsText("Unplug the battery before anything else");
    serialEnd = "19td";
    workThrough();
    page.navigate(at(claim, "replace"));
    send(button("It works now"));
    page.waitForURL("**/find");
    assertThat(page.locator("aside.side .log"))
        .containsText("Replace the drive and put the system back");
    page.navigate(at(claim, "disk"));
    assertThat(page.locator(".disk-card")).hasCount(1);
    assertThat(page.locator(".disk-card")).containsText("…19TD");
  }

  /** From the test on another machine to the first start from the new drive. */
  @Test
  void aLaptopDriveIsTriedOnAnotherMachineAndReplaced() {
    String claim = laptop("Leocadia Brandvold", "LB-77120");
    page.navigate(at(claim, "save"));
    fill("facts/saving", "save-documents=6", "save-pictures=0");
    page.navigate(at(claim, "disk"));
    send(button("Plan the test over an adapter"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run .now")).containsText("Power off and unplug");
    assertThat(page.locator(".run")).containsText("Save what is wanted before the long read");
    isAccessible();
    workThrough();
    page.navigate(at(claim, "disk"));
    assertThat(page.locator(".donext")).containsText("What does the other machine see");
    isAccessible();
    send(button("It appears, but slow or with errors"));
    assertThat(page.locator("main")).containsText("It is the drive: save first, then replace it");
    assertThat(page.locator("aside.side .log"))
        .containsText("Try the drive on another machine by USB: Appears, but slow");
    // Everything went back; the test itself owes nothing.
    assertThat(page.locator("aside.side")).not().containsText("owed");
    // Counted by hand: another number is no copy.
    page.navigate(at(claim, "save"));
    assertThat(page.locator("main")).containsText("Image the whole drive first");
    page.locator("summary:has-text('Or counted by hand')").click();
    fill("/count", "files=1204", "bytes=6 100 200", "files-there=12o4", "bytes-there=6100200");
    assertThat(page.locator(".fault")).containsText("whole numbers");
    assertThat(page.locator("[name=files]")).hasValue("1204");
    fill("/count", "files-there=1203", "bytes-there=6100200", "where=shelf drive 1");
    assertThat(page.locator(".donext")).containsText("1 missing");
    page.locator("summary:has-text('Or counted by hand')").click();
    fill(
        "/count",
        "files=1204",
        "bytes=6100200",
        "files-there=1204",
        "bytes-there=6100200",
        "where=shelf drive 1");
    assertThat(page.locator("main")).containsText("Saved: shelf drive 1");
    page.navigate(at(claim, "replace"));
    fill("facts/slot", "swap-out=card-nvme-2280");
    fill("facts/amount", "used-gb=90", "growth-gb=10");
    send(page.locator("[name=new-form][value=card-nvme-2280]"));
    fill("facts/decides", "system-sound=no", "swap-wish=fresh");
    send(page.locator("[name=swap-road][value=clean]"));
    fill("facts/new-drive", "new-serial=KL20-4411", "new-gb=500", "old-one=kept");
    // The card before the writing: which, whether saved, and the four characters.
    assertThat(page.locator("#guard")).containsText("KL20-4411");
    assertThat(page.locator("#guard")).containsText("shelf drive 1, compared");
    fill("facts/serial", "serial-read=7f3q");
    assertThat(page.locator("#guard")).containsText("the serial that was read is not its own");
    fill("facts/serial", "serial-read=4411");
    assertThat(page.locator("#guard .danger")).hasCount(0);
    isAccessible();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    serialEnd = "4411";
    workThrough();
    page.navigate(at(claim, "replace"));
    send(button("It works now"));
    page.waitForURL("**/find");
    page.navigate(at(claim, "disk"));
    assertThat(page.locator(".disk-card")).containsText("…4411");
    // What was said of the old drive is not said of the new one.
    assertThat(page.locator("main")).not().containsText("slow or with errors");
    // The next time, what this customer keeps is offered.
    String later = takeInA("laptop", "Leocadia Brandvold", "LB-77120", "slow again", "degraded");
    page.navigate(at(later, "save"));
    assertThat(page.locator("main")).containsText("documents 6 GB, no pictures and film");
    send(button("Begin with these"));
    assertThat(page.locator("[name=save-documents]")).hasValue("6");
  }

  private static FilePayload bad() {
    return new FilePayload("bad.txt", "text/plain", "nonsense\n".getBytes(StandardCharsets.UTF_8));
  }

  private void send(Locator map, double x, double y) {
    page.waitForResponse(
        response -> response.status() == 200,
        () -> map.click(new Locator.ClickOptions().setPosition(x, y)));
    page.waitForFunction("() => !document.body.classList.contains('busy')");
  }

  @Test
  void twoLookAlikesAreToldApartByTheListOnTheOtherScreen() {
    String claim = laptop("Noemi Quarrington");
    page.locator("summary:has-text('Another drive')").click();
    page.locator("[name='disk.1.serial']").last().fill("EF56-20KK");
    page.locator("[name='disk.1.gb']").last().fill("250");
    send(page.locator("form:has([name='disk.1.gb']) button").last());
    send(page.locator(".donext button:has-text('Disk 0')"));
    fill("drive/list", "list=no disks at all");
    assertThat(page.locator(".fault")).containsText("no line names a disk");
    assertThat(page.locator("[name=list]")).hasValue("no disks at all");
    fill("drive/list", "list=Drive 0 238.4 GB\nDrive 1 232.9 GB\n");
    assertThat(page.locator("main")).containsText("Take none of them yet");
    fill("drive/list", "list=Drive 0 238.4 GB  …20KK\nDrive 1 232.9 GB …7F3Q\n");
    assertThat(page.locator("main"))
        .containsText("Take Drive 1: its serial is the one that is meant");
    isAccessible();
  }

  @Test
  void aSecondDriveIsAddedForData() {
    String claim = takeIn("Wendeline Osterhout", "", "wants more room for film", "degraded");
    page.navigate(at(claim, "disk"));
    fill("disks/0", "disk.0.model=Corrin S4", "disk.0.serial=WX-7F3Q", "disk.0.gb=500");
    page.navigate(at(claim, "replace"));
    fill("facts/slot", "swap-use=data", "slot-place=large-bay");
    assertThat(page.locator("#roads")).hasCount(0);
    assertThat(page.locator(".fit-table")).containsText("a bracket from 2.5 to 3.5 inch");
    send(page.locator("[name=new-form][value=spinning-large]"));
    fill("facts/new-drive", "new-serial=FD-7F3Q", "new-gb=4000");
    assertThat(page.locator(".card.stop")).containsText("Disk 0 ends in 7F3Q too");
    fill("facts/new-drive", "new-serial=FD-88KM");
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("Initialize it with the new scheme");
    assertThat(page.locator(".run")).not().containsText("Take the old drive out");
    serialEnd = "88km";
    workThrough();
    page.navigate(at(claim, "replace"));
    send(button("It works now"));
    page.waitForURL("**/find");
    page.navigate(at(claim, "disk"));
    assertThat(page.locator(".disk-card")).hasCount(2);
    assertThat(page.locator(".disk-card").nth(1)).containsText("…88KM");
  }
}
