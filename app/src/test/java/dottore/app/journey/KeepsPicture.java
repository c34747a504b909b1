package dottore.app.journey;

import com.microsoft.playwright.Page;
import java.nio.file.Path;
import org.junit.jupiter.api.extension.AfterTestExecutionCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** Keeps a picture of the page where a journey failed, under {@code target/journeys}. */
class KeepsPicture implements AfterTestExecutionCallback {
  @Override
  public void afterTestExecution(ExtensionContext run) {
    if (run.getExecutionException().isPresent()
        && run.getRequiredTestInstance() instanceof Journey journey) {
      String name =
          run.getRequiredTestClass().getSimpleName() + "-" + run.getRequiredTestMethod().getName();
      journey.page.screenshot(
          new Page.ScreenshotOptions()
              .setPath(Path.of("target", "journeys", name + ".png"))
              .setFullPage(true));
    }
  }
}
