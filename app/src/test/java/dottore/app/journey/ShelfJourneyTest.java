package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import dottore.app.TestShop;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sticks, images and parts. */
class ShelfJourneyTest extends Journey {
  @TempDir Path folder;

  @BeforeEach
  void signIn() {
    signIn("runa", RUNA);
  }

  private Locator stick(String label) {
    return page.locator(".stick", new Page.LocatorOptions().setHasText(label));
  }

  @Test
  void aStickGoesToAMachineAndIsOwedUntilItIsBack() {
    String claim = takeIn("Sander Holmqvist", "", "starts with an error", "blocked");
    page.navigate("/find?anything=stick");
    assertThat(page.locator("main a[href='/shelf']")).hasCount(1);
    // What the code on its label holds, as a scanner types it.
    page.navigate("/find?anything=STICK%20Blue-3");
    assertThat(page.locator("main a[href^='/shelf#stick-']")).containsText("Blue-3");
    page.navigate("/find?anything=NS3-7713");
    assertThat(page.locator("main a[href='/shelf#parts']")).containsText("M.2 2280");
    page.navigate("/today");
    page.keyboard().press("g");
    page.keyboard().press("s");
    page.waitForURL("**/shelf");
    isAccessible();
    assertThat(stick("Blue-3")).containsText("a newer release is here: 12.2");
    assertThat(page.locator("aside.side")).containsText("Blue-3");
    stick("Red-2").locator("summary:has-text('Out')").click();
    stick("Red-2").locator("[name=claim]").selectOption(claim);
    send(stick("Red-2").locator("button:has-text('To this machine')"));
    assertThat(stick("Red-2")).containsText("in " + claim);
    // The ticket owes it: nothing leaves with a stick of ours in it.
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("aside.side")).containsText("stick Red-2 back on the shelf");
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("main")).containsText("stick Red-2 back on the shelf");
    page.navigate("/today");
    assertThat(page.locator("aside.side")).containsText("Red-2 is in " + claim);
    page.navigate("/shelf");
    send(stick("Red-2").locator("button:has-text('Back on the shelf')"));
    assertThat(stick("Red-2").locator("summary:has-text('Out')")).hasCount(1);
  }

  private Path image(Path image, String label) throws Exception {
    Path source = Files.createDirectories(folder.resolve("source"));
    Files.write(source.resolve("boot.img"), new byte[4096]);
    Files.write(source.resolve("pack"), new byte[9 << 20]);
    Process made =
        new ProcessBuilder(
                "xorriso",
                "-as",
                "mkisofs",
                "-quiet",
                "-V",
                label,
                "-J",
                "-r",
                "-e",
                "boot.img",
                "-no-emul-boot",
                "-o",
                image.toString(),
                source.toString())
            .redirectErrorStream(true)
            .start();
    made.getInputStream().readAllBytes();
    assertThat(made.waitFor()).isZero();
    return image;
  }

  private static String sum(Path file) throws Exception {
    return HexFormat.of()
        .formatHex(MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file)));
  }

  @Test
  void anImageOnTheServerIsReadAndSummedThere() throws Exception {
    Path there = Files.createDirectories(Path.of(TestShop.IMAGES)).resolve("tern rescue.iso");
    Files.deleteIfExists(there);
    image(there, "TERN_RESCUE");
    Path list = Files.writeString(folder.resolve("sums.txt"), sum(there) + "  tern rescue.iso\n");
    page.navigate("/shelf");
    page.locator("summary:has-text('Another image')").click();
    page.locator("[data-server-image]").selectOption("tern rescue.iso");
    assertThat(page.locator("[data-iso-said]")).containsText("SHA-256 taken");
    Locator form = page.locator("form[action='/shelf/images']");
    assertThat(form.locator("[name=name]")).hasValue("TERN_RESCUE");
    assertThat(form.locator("[name=sha256]")).hasValue(sum(there));
    form.locator("[data-sums]").setInputFiles(list);
    assertThat(form.locator("[name=sums]")).hasValue(sum(there) + "  tern rescue.iso\n");
    isAccessible();
    send(form.locator("button"));
    assertThat(page.locator("#images")).containsText("TERN_RESCUE");
    // Nothing but what lies in the folder is opened.
    Object status =
        page.evaluate(
            """
            async () => {
              const token = document.cookie.split('; ').find(c => c.startsWith('XSRF-TOKEN=')).slice(11);
              const body = new FormData();
              body.append('name', '../../pom.xml');
              const headers = {'X-XSRF-TOKEN': decodeURIComponent(token)};
              return (await fetch('/shelf/images/on-server', {method: 'POST', body, headers})).status;
            }\
            """);
    assertThat(status).isEqualTo(404);
    // It is written only to the stick that is meant.
    Locator load = page.locator("#plan tr", new Page.LocatorOptions().setHasText("TERN_RESCUE"));
    String label = load.locator("td.mono").textContent().strip();
    load.locator("summary").click();
    load.locator("[name=read]").fill("Another-9");
    send(load.locator("details button"));
    assertThat(page.locator(".fault")).containsText("The stick in the socket is Another-9");
    assertThat(page.locator(".fault")).containsText("Nothing was written");
    load.locator("summary").click();
    load.locator("[name=read]").fill("STICK " + label.toLowerCase(java.util.Locale.ROOT));
    send(load.locator("details button"));
    assertThat(stick(label)).containsText("TERN_RESCUE");
  }

  @Test
  void anImageIsInspectedInTheBrowserAndComparedWithItsSum() throws Exception {
    Path image = image(folder.resolve("quay.iso"), "QUAY_RESCUE");
    String sum = sum(image);
    page.navigate("/shelf");
    page.locator("summary:has-text('Another image')").click();
    page.locator("[data-iso]")
        .setInputFiles(new FilePayload("x.iso", "", "no image".getBytes(StandardCharsets.UTF_8)));
    assertThat(page.locator("[data-iso-said]")).containsText("too short");
    page.locator("[data-iso]").setInputFiles(image);
    assertThat(page.locator("[data-iso-said]")).containsText("SHA-256 taken");
    assertThat(page.locator("[data-iso-said]")).containsText("starts the new way, 3 files");
    Locator form = page.locator("form[action='/shelf/images']");
    assertThat(form.locator("[name=name]")).hasValue("QUAY_RESCUE");
    assertThat(form.locator("[name=sha256]")).hasValue(sum);
    assertThat(form.locator("[name=old-way]")).not().isChecked();
    form.locator("[name=sums]").fill("0".repeat(64) + "  quay.iso");
    send(form.locator("button"));
    assertThat(page.locator(".fault")).containsText("it is not the file that was meant");
    assertThat(form.locator("[name=name]")).hasValue("QUAY_RESCUE");
    form.locator("[name=sums]").fill("# from the source\n" + sum + " *quay.iso");
    send(form.locator("button"));
    assertThat(page.locator("#images")).containsText("QUAY_RESCUE");
    assertThat(page.locator("#images")).containsText("…" + sum.substring(56));
    assertThat(page.locator("#plan")).containsText("QUAY_RESCUE");
  }
}
