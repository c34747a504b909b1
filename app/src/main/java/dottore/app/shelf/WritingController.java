package dottore.app.shelf;

import dottore.app.shelf.StickWriter.Progress;
import java.io.IOException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** How far a stick is written, as it goes. */
@Controller
class WritingController {
  private static final long EVERY = 400;
  private static final long LONGEST = TimeUnit.HOURS.toMillis(2);

  private final StickWriter writer;
  private final ScheduledExecutorService clock =
      Executors.newSingleThreadScheduledExecutor(
          work -> {
            Thread thread = new Thread(work, "writing progress");
            thread.setDaemon(true);
            return thread;
          });

  WritingController(StickWriter writer) {
    this.writer = writer;
  }

  @GetMapping(path = "/shelf/writings/{id}", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable long id) {
    writer.progress(id);
    SseEmitter emitter = new SseEmitter(LONGEST);
    AtomicReference<@Nullable ScheduledFuture<?>> ticking = new AtomicReference<>();
    Runnable stop =
        () -> {
          ScheduledFuture<?> tick = ticking.get();
          if (tick != null) {
            tick.cancel(false);
          }
        };
    emitter.onCompletion(stop);
    emitter.onTimeout(stop);
    emitter.onError(gone -> stop.run());
    ticking.set(
        clock.scheduleAtFixedRate(() -> tell(id, emitter, stop), 0, EVERY, TimeUnit.MILLISECONDS));
    return emitter;
  }

  private void tell(long id, SseEmitter emitter, Runnable stop) {
    try {
      Progress progress = writer.progress(id);
      emitter.send(progress, MediaType.APPLICATION_JSON);
      if (progress.over()) {
        stop.run();
        emitter.complete();
      }
    } catch (IOException | IllegalStateException gone) {
      stop.run(); // nobody listens any more
    } catch (RuntimeException wrong) {
      stop.run();
      emitter.completeWithError(wrong);
    }
  }
}
