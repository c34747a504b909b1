package dottore.core.reading;

/**
 * An outcome that follows from a reading.
 *
 * @param check the check that is answered
 * @param outcome the answer
 * @param because what was read, with its numbers
 */
public record Answer(String check, String outcome, String because) {}
