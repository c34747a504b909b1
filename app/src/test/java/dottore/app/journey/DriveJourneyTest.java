package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import dottore.core.format.DiskImages;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The drive desk, and the upgrade that begins there. */
class DriveJourneyTest extends FirmwareDesk {
  private static final String OLD_DISK = "label: dos\n,100MiB,7,*\n,419GiB,7\n,46GiB,27\n";

  @TempDir Path folder;

  private DiskImages images;

  @BeforeEach
  void signInWithImages() {
    images = new DiskImages(folder);
    signIn("runa", RUNA);
  }

  private static String drive(String claim) {
    return "/tickets/" + claim + "/fix/drive/disk";
  }

  private void fill(int number, String model, String serial, String gb, String holds) {
    String disk = "[name='disk." + number + ".";
    page.locator(disk + "model']").last().fill(model);
    page.locator(disk + "serial']").last().fill(serial);
    page.locator(disk + "gb']").last().fill(gb);
    page.locator(disk + "holds']").last().fill(holds);
    send(page.locator("form:has(" + disk + "gb']) button").last());
  }

  private void readSectors(int row, byte[] head) {
    Locator card = page.locator(".disk-card").nth(row);
    card.locator("summary:has-text('Read its sectors')").click();
    card.locator("[name=head]")
        .setInputFiles(new FilePayload("head.bin", "application/octet-stream", head));
    card.locator("[name=sectors]").fill("976,773,168");
    send(card.locator("button:has-text('Read')"));
  }

  private Locator points(String state) {
    return page.locator(".points li." + state);
  }

  /** A machine whose upgrade is refused, with two drives that look alike. */
  private String refused(String customer, byte[] head) {
    String claim = takeIn(customer, "", "the upgrade is refused", "blocked", "old");
    answer(claim, "how-far", "blocked");
    page.navigate(drive(claim));
    assertThat(page.locator(".donext")).containsText("Which drives are in it?");
    fill(0, "Corrin S4", "WX-88410-7F3Q", "500", "system");
    page.locator("summary:has-text('Another drive')").click();
    fill(1, "Dunmar 25", "DM-20155-9B2L", "500,1", "pictures");
    assertThat(page.locator(".donext")).containsText("Which one is the system disk?");
    send(page.locator(".donext button:has-text('Disk 0')"));
    readSectors(0, head);
    return claim;
  }

  @Test
  void anOldDiskIsConvertedInTheOrderOfTheFirmwareAndTheUpgradeIsFree() throws Exception {
    String claim = refused("Gerlinde Oakhurst", images.head(OLD_DISK));
    assertThat(page.locator(".donext")).containsText("These drives look alike");
    assertThat(points("bad")).hasCount(1);
    assertThat(page.locator("aside.side .log")).containsText("Read the system disk's scheme: MBR");
    assertThat(page.locator(".disk-map .planned")).hasCount(2);
    assertThat(page.locator(".disk-map .lens")).hasCount(2);
    // What was read by mistake is taken back with the answers that came of it.
    send(button("Undo: Disk 0 read"));
    assertThat(page.locator("aside.side .log .gone")).hasCount(2);
    assertThat(page.locator(".disk-map .now")).hasCount(2);
    readSectors(0, images.head(OLD_DISK));
    isAccessible();
    // The wrong end of a serial is no proof, and the other drive goes on the put-back list.
    page.locator("[name=serial-read]").fill("9b2l");
    send(button("Compare"));
    assertThat(page.locator(".donext")).containsText("Stop: that screen shows disk 1, not disk 0");
    page.locator("[name=place]").first().fill("tray 2");
    send(button("Disk 1 is unplugged"));
    assertThat(page.locator("aside.side")).containsText("disk 1 unplugged");
    assertThat(page.locator("aside.side")).containsText("tray 2");
    assertThat(page.locator(".donext")).containsText("Look at these first");
    // Nothing is said of the encryption before somebody looked.
    assertThat(page.locator("[name=encryption]")).hasValue("");
    page.locator("[name=system-64][value=yes]").check();
    send(page.locator("#looked-at form").first().locator("button"));
    assertThat(points("ask").locator("strong"))
        .containsText(new String[] {"Firmware", "Encryption"});
    page.locator("[name=old-only][value=no]").check();
    page.locator("[name=encryption]").selectOption("active");
    send(page.locator("#looked-at form").first().locator("button"));
    page.locator("[name=used-gb]").fill("66 GB");
    page.locator("[name=copy-from]").selectOption("sata");
    page.locator("[name=copy-over]").selectOption("usb-2");
    send(button("Reckon"));
    assertThat(page.locator("main")).containsText("28 to 74 min");
    assertThat(page.locator(".donext")).containsText("Disk 0 can be converted in place");
    assertThat(points("sheet")).hasCount(2);
    page.locator(".donext a.main").click();
    page.waitForURL("**/fix/firmware/upgrade");
    page.locator("[name=boot-mode][value=old]").check();
    page.locator("[name=secure-boot][value=off]").check();
    page.locator("[name=chip][value=off]").check();
    send(button("Order the steps"));
    assertThat(page.locator(".turns")).containsText("Drive: it can");
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run .now")).containsText("Copy the data");
    assertThat(page.locator(".run .now")).containsText("…7F3Q");
    assertThat(page.locator(".run")).containsText("Trial run of the converter");
    // What was begun goes on before anything else is proposed, wherever somebody looks.
    page.navigate("/today");
    page.locator(".donext tr", new Page.LocatorOptions().setHasText(claim)).locator("a").click();
    page.waitForURL("**/run-sheets/*");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".donext")).hasCount(1);
    assertThat(page.locator(".donext")).containsText("Copy the data");
    isAccessible();
    page.keyboard().press("s");
    page.waitForURL("**/run-sheets/*");
    send(page.locator(".run .donext form button").first());
    // The copy runs alone for an hour; what follows says that it is too early.
    assertThat(page.locator(".run .now")).containsText("Copy the data: about 7");
    assertThat(page.locator("aside.side")).containsText("Copy the data");
    send(button("It is over, and this is done"));
    assertThat(page.locator("aside.side .log")).containsText("Clock stopped: Copy the data");
    send(page.locator(".run .donext form button").first()); // encryption suspended
    page.locator(".run .donext [name=read]").fill("9B2L");
    send(page.locator(".run .donext form button").first());
    assertThat(page.locator("[role=alert]").first())
        .containsText("Stop: it must be 7F3Q, and 9B2L was read");
    serialEnd = "7f3q";
    workThrough();
    page.navigate("/tickets/" + claim + "/fix/firmware/upgrade");
    send(button("It works now"));
    page.waitForURL("**/find");
    Locator log = page.locator("aside.side .log");
    assertThat(log)
        .containsText("Convert the disk and change to the new boot way: stops elsewhere");
    assertThat(log).containsText("Switch the security chip on: works now");
    page.navigate("/tickets/" + claim + "/fix/firmware/upgrade");
    assertThat(page.locator("main")).containsText("Nothing stands in the way of the upgrade");
    page.navigate(drive(claim));
    assertThat(page.locator("main")).containsText("Nothing to convert");
    // What is owed stays owed until it is back, and then the drives are look-alikes again.
    page.locator("aside.side button[aria-label='Put back: disk 1 unplugged']").click();
    page.waitForURL("**/fix/drive/disk");
    assertThat(page.locator("main")).containsText("disk 1 still connected");
  }

  @Test
  void aDiskThatCannotBeConvertedSaysSoAndTheSheetDoesNotBegin() throws Exception {
    byte[] extended = images.head("label: dos\n,100GiB,7,*\n,,E\n,50GiB,L\n");
    String claim = refused("Hob Marchetti", extended);
    page.locator("[name=serial-read]").fill("7f3q");
    send(button("Compare"));
    assertThat(page.locator("main")).containsText("told apart by serial");
    assertThat(page.locator("section.stop h2")).containsText("cannot be converted in place");
    page.navigate(desk(claim, "upgrade"));
    for (String choice : List.of("boot-mode=old", "secure-boot=off", "chip=on")) {
      String[] parts = choice.split("=");
      page.locator("[name='" + parts[0] + "'][value=" + parts[1] + "]").check();
    }
    page.locator("[name=encryption]").selectOption("none");
    send(button("Order the steps"));
    assertThat(page.locator(".turns")).containsText("logical partitions in an extended one");
    assertThat(button("Begin the run sheet")).hasCount(0);
  }

  @Test
  void whatIsNoDriveIsRefusedWithTheByteAndNothingIsLost() {
    String claim = takeIn("Petronella Voss", "", "upgrade refused", "blocked");
    page.navigate(drive(claim));
    fill(0, "Corrin S4", "", "lots", "system");
    assertThat(page.locator("[role=alert]").first())
        .containsText("disk 0 is 0 to 1000000 GB: lots");
    assertThat(page.locator("[name='disk.0.gb']").first()).hasValue("lots");
    // The address is still the page's, so that a reload brings it back.
    assertThat(page).hasURL(java.util.regex.Pattern.compile(".*/fix/drive(/disk)?$"));
    assertThat(page.reload().status()).isEqualTo(200);
    assertThat(page.locator("[name='disk.0.model']").first()).hasValue("Corrin S4");
    page.locator("summary:has-text('Correct it')").click();
    fill(0, "Corrin S4", "", "240", "system");
    Locator card = page.locator(".disk-card").first();
    card.locator("summary:has-text('Read its sectors')").click();
    card.locator("[name=head]")
        .setInputFiles(new FilePayload("x", "application/octet-stream", new byte[4096]));
    card.locator("[name=sectors]").fill("many");
    send(card.locator("button:has-text('Read')"));
    assertThat(page.locator("[role=alert]").first()).containsText("Sectors is a whole number");
    card.locator("summary:has-text('Read its sectors')").click();
    assertThat(card.locator("[name=sectors]")).hasValue("many");
    card.locator("[name=sectors]").fill("");
    card.locator("[name=head]")
        .setInputFiles(new FilePayload("x", "application/octet-stream", new byte[4096]));
    send(card.locator("button:has-text('Read')"));
    assertThat(page.locator("[role=alert]").first()).containsText("at byte 510");
    send(button("Take off the list"));
    assertThat(page.locator(".donext")).containsText("Which drives are in it?");
    send(button("Undo: Disk 0 taken off the list"));
    assertThat(page.locator(".disk-card")).containsText("240 GB");
  }

  @Test
  void whatWasSeenOnOneDiskSaysNothingOfAnother() throws Exception {
    String claim = refused("Nerys Calloway", images.head(OLD_DISK));
    page.locator("[name=system-64][value=yes]").check();
    send(page.locator("#looked-at form").first().locator("button"));
    Page theirs = another("ivo", IVO);
    theirs.navigate(drive(claim));
    send(button("This is the system disk"));
    assertThat(page.locator(".known")).containsText("Disk 1");
    assertThat(page.locator("[name=system-64][value=yes]")).not().isChecked();
    assertThat(page.locator("[name=scheme]:checked")).hasCount(0);
    // An undo of what is not the last any more is refused in words.
    theirs.locator("button:has-text('Undo:')").click();
    assertThat(theirs.locator("[role=alert]").first()).containsText("nothing was undone");
    theirs.context().close();
    send(page.locator(".disk-card").first().locator("button:has-text('This is the system')"));
    assertThat(page.locator(".known")).containsText("Disk 0");
    assertThat(page.locator("[name=scheme][value=old]")).isChecked();
  }

  @Test
  void twoWhoWriteAboutOneDriveSeeEachOther() {
    String claim = takeIn("Alasdair Quince", "", "upgrade refused", "blocked");
    page.navigate(drive(claim));
    fill(0, "Corrin S4", "WX-1", "240", "system");
    Page theirs = another("ivo", IVO);
    theirs.navigate(drive(claim));
    page.locator("[name=system-64][value=yes]").check();
    send(page.locator("#looked-at form").first().locator("button"));
    theirs.locator("[name=system-64][value=no]").check();
    theirs.locator("[name=old-only][value=no]").check();
    theirs.locator("#looked-at form").first().locator("button").click();
    assertThat(theirs.locator("[role=alert]").first()).containsText("Somebody wrote meanwhile");
    assertThat(theirs.locator("[name=old-only][value=no]")).isChecked();
    assertThat(theirs.locator("[name=system-64][value=yes]")).isChecked();
    theirs.context().close();
  }
}
