package dottore.core.driver;

import dottore.core.casebook.Reliance;
import java.util.List;
import java.util.Set;

/** What drivers rely on in the casebook. */
public final class DriverCasebook {
  static final Reliance MARKS =
      Reliance.on(
          "device-marks",
          "clean",
          "network",
          "graphics-none",
          "graphics-43",
          "audio",
          "touch",
          "chipset",
          "other");
  static final Reliance DATES =
      Reliance.on("driver-date", "fit", "network-old", "wireless-old", "graphics-old");
  static final Reliance VERSIONS =
      Reliance.on("versions-now", "as-installed", "graphics-older", "newer");
  static final Reliance STOP = Reliance.on("stop-code");
  static final Reliance VARY = Reliance.on("stop-codes-vary", "same", "vary", "no-codes");
  static final Reliance NAMED =
      Reliance.on("named-module", "network", "graphics", "tool", "storage", "core");
  static final Reliance EVENTS =
      Reliance.on(
          "event-list",
          "nothing",
          "graphics",
          "network",
          "device",
          "drive",
          "hardware",
          "program",
          "programs",
          "quiet");

  static final Reliance NETWORK = Reliance.on("install-network-driver");
  static final Reliance NEWER_NETWORK = Reliance.on("newer-network-driver");
  static final Reliance WIRELESS = Reliance.on("other-wireless-driver");
  static final Reliance GRAPHICS = Reliance.on("install-graphics-driver");
  static final Reliance CLEAN_GRAPHICS = Reliance.on("clean-graphics-driver");
  static final Reliance CHIPSET = Reliance.on("install-chipset-driver");
  static final Reliance AUDIO = Reliance.on("install-audio-driver");
  static final Reliance TOUCH = Reliance.on("install-touch-driver");
  static final Reliance GRAPHICS_OUT = Reliance.on("safe-remove-graphics-driver");
  static final Reliance NETWORK_OUT = Reliance.on("safe-disable-network-driver");
  static final Reliance TOOL_OUT = Reliance.on("safe-remove-tool");

  /** Causes that another driver cures. */
  public static final Set<String> CAUSES =
      Set.of(
          "driver-network-bad",
          "driver-wireless-bad",
          "driver-graphics-bad",
          "driver-graphics-overwritten",
          "driver-graphics-missing",
          "driver-network-missing",
          "driver-chipset-missing",
          "driver-audio-missing",
          "driver-touch-missing",
          "driver-filter-collision");

  /** All of it. */
  public static final List<Reliance> ALL =
      java.util.stream.Stream.concat(
              java.util.stream.Stream.of(
                  MARKS,
                  DATES,
                  VERSIONS,
                  STOP,
                  VARY,
                  NAMED,
                  EVENTS,
                  NETWORK,
                  NEWER_NETWORK,
                  WIRELESS,
                  GRAPHICS,
                  CLEAN_GRAPHICS,
                  CHIPSET,
                  AUDIO,
                  TOUCH,
                  GRAPHICS_OUT,
                  NETWORK_OUT,
                  TOOL_OUT),
              CAUSES.stream().sorted().map(Reliance::on))
          .toList();

  private DriverCasebook() {}
}
