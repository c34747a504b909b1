package dottore.core.practice;

/**
 * One thing about a machine that is not as it should be. Most have a degree, which says how far or
 * of which sort; where nothing is said it is 1.
 */
public enum Flaw {
  // what feeds it
  WALL_DEAD,
  CORD_LOOSE,
  /** Pulled by the technician. */
  MAINS_PULLED,
  SWITCH_OFF,
  /** The supply protects itself until it was without mains for a while. */
  SUPPLY_LATCHED,
  SUPPLY_DEAD,
  /** Gives its standby voltage and nothing else. */
  SUPPLY_HALF_DEAD,
  /** Per cent of the load it can no longer carry. */
  SUPPLY_WEAK,
  /** 1 wide plug off, 2 wide plug half in, 3 processor plug half in. */
  BOARD_PLUG_LOOSE,
  FRONT_PLUG_OFF,
  BUTTON_BROKEN,
  /** Metal between board and case: 1 nothing starts, 2 it starts and stops. */
  METAL_TOUCHES,
  /** A part that pulls the supply down: 1 a drive, 2 the card, 3 the front sockets. */
  PART_SHORTS,
  FAN_HUB_UNPOWERED,
  CHARGER_DEAD,
  /** 1 works while held, 2 torn off. */
  CHARGE_SOCKET_BROKEN,
  BATTERY_LOCKED,
  BATTERY_SWOLLEN,
  /** Per cent of the first capacity that is gone. */
  BATTERY_WORN,

  // board, processor, cooling
  /** 1 no life, 2 starts and stops, 3 stops at the processor, 4 stops at memory. */
  BOARD_DEAD,
  /** Residue of liquid: 1 no life, 2 starts and stops, 3 freezes at times, 4 one device is gone. */
  WET,
  /** Parts lie about inside. */
  LOOSE_PARTS,
  /** Hundredths of a volt that are missing to three volts. */
  COIN_CELL_LOW,
  CLOCK_WRONG,
  CPU_DEAD,
  /** 1 does not start, 2 loses the second memory channel. */
  CPU_UNSEATED,
  /** The board's firmware does not know this processor. */
  CPU_TOO_NEW,
  CPU_UNLISTED,
  CPU_NARROW,
  /** Per cent of the contact that is gone. */
  COOLER_LOOSE,
  FAN_STILL,
  FAN_NOISY,
  /** Per cent of the air that no longer passes. */
  DUST,

  // firmware and its settings
  /** 1 no life, 2 dark, 3 stops at the processor. */
  FIRMWARE_CORRUPT,
  /** 1 stops at memory, 2 freezes after sleep, 3 clocks memory down, 4 dark. */
  FIRMWARE_BUG,
  UPDATE_BROKEN_OFF,
  PASSWORD_SET,
  /** 1 processor, 2 memory, 3 graphics, 4 dark, 5 hides the drive, 6 unstable. */
  SETTING_ODD,
  MODE_CLASHES,
  /** 1 another device first, 2 the entry is gone. */
  ORDER_WRONG,
  CONTROLLER_MODE_CHANGED,
  SECURE_BOOT_REFUSES,
  SECURE_BOOT_OFF,
  SECURITY_CHIP_OFF,
  LEGACY_BOOT,
  /** Per cent above what this processor bears under load. */
  OVERCLOCKED,
  MANAGED,

  // picture
  CARD_LOOSE,
  /** 1 no plug, 2 one of two plugs. */
  CARD_POWER_OUT,
  /** 1 no picture, 2 fails under load. */
  CARD_DEAD,
  /** Taken out by the technician. */
  CARD_OUT,
  CABLE_IN_BOARD,
  DISPLAY_CABLE_BAD,
  MONITOR_INPUT_WRONG,
  MODE_TOO_HIGH,
  /** 1 dark, 2 comes and goes with the lid. */
  INNER_CABLE_LOOSE,
  /** 1 dark, 2 lines. */
  PANEL_DEAD,
  BACKLIGHT_DEAD,

  // what is plugged in
  NO_KEYBOARD,
  /** 1 halts the start, 2 stops the system's start, 3 drops out and freezes. */
  USB_DEVICE_FAULTY,
  STICK_LEFT_IN,
  INPUT_BROKEN,
  ADAPTER_DEAD,
  /** 1 switched off, 2 the house's router. */
  NETWORK_OFF,
  SOUND_ELSEWHERE,
  SOUND_DEAD,

  // drives
  DRIVE_UNPLUGGED,
  /** 1 gone, 2 errors at times. */
  DRIVE_CABLE_BAD,
  /** 1 silent, 2 clicks. */
  DRIVE_DEAD,
  /** 1 the loader's blocks, 2 the system's, 3 any, now and then, 4 slow. */
  DRIVE_FAILING,
  /** 1 until an update, 2 for good. */
  DRIVE_UNSUPPORTED,
  DRIVE_EMPTY,
  DRIVE_FULL,
  DRIVE_SLOW_KIND,
  DRIVE_SMALL,
  BOOT_DATA_DAMAGED,
  /** 1 it stops in another system's loader, 2 a menu at every start. */
  SECOND_SYSTEM_LEFT,
  RECOVERY_KEY_WANTED,
  SECOND_DRIVE_RAW,
  SECOND_DRIVE_NO_LETTER,
  SECOND_DRIVE_LOST,

  // setup and its stick
  SETUP_UNDER_WAY,
  STICK_BAD,
  STICK_WRONG_MODE,
  STICK_OLD,
  STICK_SMALL,
  STICK_WRONG_WIDTH,
  PARTITIONS_IN_THE_WAY,
  KEY_MISTYPED,
  STORAGE_DRIVER_MISSING,
  OTHER_MODELS_IMAGE,
  RECOVERY_WANTED,

  // system
  /** 1 stops its start, 2 crashes at times, 3 no update goes in any more. */
  FILES_DAMAGED,
  /** 1 stops its start, 2 crashes at times. */
  UPGRADE_HALF,
  MALWARE,
  CLUTTER,
  UPDATES_RUNNING,
  UPDATES_PENDING,
  LICENSE_AMISS,
  SYSTEM_NARROW,
  SIGN_IN_FORGOTTEN,
  PROFILE_DAMAGED,
  BROWSER_CLUTTERED,
  SLEEP_AMISS,
  TOUCH_AMISS,
  /** Two guards or tuners that get into each other's way: 1 crashes, 2 stops the start. */
  FILTERS_COLLIDE,
  TOOL_CRASHES,
  /** 1 stops the start, 2 crashes on the network. */
  NETWORK_DRIVER_BAD,
  NETWORK_DRIVER_MISSING,
  WIRELESS_DRIVER_BAD,
  /** 1 stops the start, 2 crashes under load, 3 picture amiss. */
  GRAPHICS_DRIVER_BAD,
  GRAPHICS_DRIVER_OLDER,
  GRAPHICS_DRIVER_MISSING,
  CHIPSET_DRIVER_MISSING,
  SOUND_DRIVER_MISSING,
  TOUCH_DRIVER_MISSING,

  // what the customer wants of it
  UPGRADE_WANTED,
  COMPLAINS_OF_NOTHING,

  // what a technician leaves behind
  NETWORK_CABLE_OUT,
  TOOLS_OFF
}
