package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
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

  @Test
  void anImageIsInspectedInTheBrowserAndComparedWithItsSum() throws Exception {
    Path source = Files.createDirectories(folder.resolve("source"));
    Files.write(source.resolve("boot.img"), new byte[4096]);
    Files.write(source.resolve("pack"), new byte[9 << 20]);
    Path image = folder.resolve("quay.iso");
    Process made =
        new ProcessBuilder(
                "xorriso",
                "-as",
                "mkisofs",
                "-quiet",
                "-V",
                "QUAY_RESCUE",
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
    String sum =
        HexFormat.of()
            .formatHex(MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(image)));
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
