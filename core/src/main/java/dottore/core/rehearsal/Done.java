package dottore.core.rehearsal;

import java.util.Optional;

/**
 * A move and what came of it.
 *
 * @param move what was done
 * @param at bench minutes that had gone before it
 * @param minutes bench minutes it took
 * @param title what was done, in words
 * @param seen what was seen, in words
 * @param outcome the answer of a check, the result of a repair; empty for other moves
 * @param mishap what went wrong by it
 * @param vain whether it cost money and changed nothing
 */
public record Done(
    Move move,
    double at,
    double minutes,
    String title,
    String seen,
    Optional<String> outcome,
    Optional<Mishap> mishap,
    boolean vain) {}
