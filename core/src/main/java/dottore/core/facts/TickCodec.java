package dottore.core.facts;

/** Kept as "yes", or as nothing. */
record TickCodec(String words) implements Codec<Boolean> {
  private static final String YES = "yes";

  @Override
  public Boolean read(String text) throws FactFault {
    if (!text.equals(YES)) {
      throw new FactFault("not one of the choices");
    }
    return true;
  }

  @Override
  public String print(Boolean value) {
    return value ? YES : "";
  }
}
