package dottore.app.record;

import java.time.Instant;

/**
 * Something of the shop's own that is in a machine, and is owed to the shop.
 *
 * @param item on the put-back list
 * @param key by which it is known
 */
public record Lent(long item, String key, String claim, String place, Instant since, String who) {}
