package dottore.app.practice;

import dottore.core.machine.MachineKind;
import dottore.core.practice.Part;
import java.util.List;

/**
 * Where the parts of a machine lie on the drawing.
 *
 * @param width of the drawing
 * @param height of it
 * @param shells outlines that hold parts: case, board, lid
 * @param spots where each part lies
 */
record Drawing(int width, int height, List<Shell> shells, List<Spot> spots) {
  /** An outline. */
  record Shell(String sort, int x, int y, int w, int h, int round) {}

  /** A part's place; its graphic is drawn into it. */
  record Spot(Part part, int x, int y, int w, int h) {}

  private static final int WIDTH = 640;

  static Drawing of(MachineKind kind) {
    return switch (kind) {
      case TOWER -> TOWER;
      case LAPTOP, CLOUD_LAPTOP -> FOLDING;
      case ALL_IN_ONE -> STANDING;
      case HANDHELD -> HELD;
    };
  }

  private static Shell shell(String sort, int x, int y, int w, int h, int round) {
    return new Shell(sort, x, y, w, h, round);
  }

  private static Spot spot(Part part, int x, int y, int w, int h) {
    return new Spot(part, x, y, w, h);
  }

  private static final Drawing TOWER =
      new Drawing(
          WIDTH,
          486,
          List.of(shell("case", 6, 6, 414, 474, 5), shell("board", 22, 20, 296, 340, 2)),
          List.of(
              spot(Part.BOARD, 34, 30, 166, 40),
              spot(Part.COOLER, 40, 80, 126, 126),
              spot(Part.PROCESSOR, 40, 210, 126, 26),
              spot(Part.MEMORY, 188, 84, 118, 152),
              spot(Part.CARD, 34, 248, 276, 46),
              spot(Part.CELL, 34, 304, 150, 46),
              spot(Part.BUTTON, 336, 22, 72, 72),
              spot(Part.DRIVE, 336, 366, 72, 102),
              spot(Part.SUPPLY, 22, 376, 190, 92),
              spot(Part.SCREEN, 446, 10, 186, 128),
              spot(Part.FIRMWARE, 446, 152, 90, 36),
              spot(Part.SYSTEM, 542, 152, 90, 36),
              spot(Part.DRIVERS, 446, 194, 90, 36),
              spot(Part.OWNER, 542, 194, 90, 36),
              spot(Part.KEYS, 446, 252, 186, 52),
              spot(Part.SOCKETS, 446, 322, 186, 50),
              spot(Part.WALL, 446, 398, 92, 72)));

  private static final Drawing FOLDING =
      new Drawing(
          WIDTH,
          486,
          List.of(shell("case", 6, 6, 414, 196, 9), shell("case", 6, 214, 414, 266, 9)),
          List.of(
              spot(Part.PANEL, 22, 18, 382, 172),
              spot(Part.BOARD, 116, 226, 148, 40),
              spot(Part.BUTTON, 346, 222, 62, 56),
              spot(Part.COOLER, 18, 226, 90, 90),
              spot(Part.PROCESSOR, 116, 274, 90, 42),
              spot(Part.MEMORY, 214, 274, 120, 42),
              spot(Part.CELL, 346, 288, 62, 46),
              spot(Part.DRIVE, 18, 326, 110, 40),
              spot(Part.KEYS, 138, 326, 196, 40),
              spot(Part.BATTERY, 18, 376, 390, 90),
              spot(Part.SCREEN, 446, 10, 186, 108),
              spot(Part.FIRMWARE, 446, 132, 90, 36),
              spot(Part.SYSTEM, 542, 132, 90, 36),
              spot(Part.DRIVERS, 446, 174, 90, 36),
              spot(Part.OWNER, 542, 174, 90, 36),
              spot(Part.SOCKETS, 446, 232, 186, 50),
              spot(Part.CHARGER, 446, 302, 186, 62),
              spot(Part.WALL, 446, 398, 92, 72)));

  private static final Drawing STANDING =
      new Drawing(
          WIDTH,
          486,
          List.of(shell("case", 6, 6, 414, 412, 9), shell("foot", 150, 418, 126, 62, 3)),
          List.of(
              spot(Part.PANEL, 22, 20, 382, 178),
              spot(Part.BOARD, 22, 210, 150, 40),
              spot(Part.COOLER, 22, 258, 96, 96),
              spot(Part.PROCESSOR, 126, 258, 96, 44),
              spot(Part.MEMORY, 126, 310, 140, 44),
              spot(Part.CELL, 182, 210, 120, 40),
              spot(Part.DRIVE, 276, 258, 66, 96),
              spot(Part.SUPPLY, 22, 362, 320, 46),
              spot(Part.BUTTON, 352, 340, 56, 66),
              spot(Part.SCREEN, 446, 10, 186, 108),
              spot(Part.FIRMWARE, 446, 132, 90, 36),
              spot(Part.SYSTEM, 542, 132, 90, 36),
              spot(Part.DRIVERS, 446, 174, 90, 36),
              spot(Part.OWNER, 542, 174, 90, 36),
              spot(Part.KEYS, 446, 232, 186, 52),
              spot(Part.SOCKETS, 446, 304, 186, 50),
              spot(Part.WALL, 446, 398, 92, 72)));

  private static final Drawing HELD =
      new Drawing(
          WIDTH,
          486,
          List.of(shell("case", 6, 6, 414, 240, 60), shell("case", 6, 258, 414, 222, 60)),
          List.of(
              spot(Part.PANEL, 92, 22, 242, 208),
              spot(Part.KEYS, 344, 66, 62, 120),
              spot(Part.BUTTON, 22, 90, 60, 70),
              spot(Part.BOARD, 84, 270, 150, 40),
              spot(Part.COOLER, 22, 318, 86, 86),
              spot(Part.PROCESSOR, 116, 318, 96, 40),
              spot(Part.MEMORY, 116, 364, 96, 40),
              spot(Part.DRIVE, 220, 318, 84, 40),
              spot(Part.CELL, 244, 270, 110, 40),
              spot(Part.BATTERY, 220, 364, 184, 60),
              spot(Part.SCREEN, 446, 10, 186, 108),
              spot(Part.FIRMWARE, 446, 132, 90, 36),
              spot(Part.SYSTEM, 542, 132, 90, 36),
              spot(Part.DRIVERS, 446, 174, 90, 36),
              spot(Part.OWNER, 542, 174, 90, 36),
              spot(Part.SOCKETS, 446, 232, 186, 50),
              spot(Part.CHARGER, 446, 302, 186, 62),
              spot(Part.WALL, 446, 398, 92, 72)));
}
