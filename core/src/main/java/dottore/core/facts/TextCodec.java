package dottore.core.facts;

/** Words as they were typed. */
final class TextCodec implements Codec<String> {
  @Override
  public String read(String text) throws FactFault {
    if (text.length() > Fact.LONGEST) {
      throw new FactFault("longer than " + Fact.LONGEST + " characters");
    }
    return text;
  }

  @Override
  public String print(String value) {
    return value;
  }
}
