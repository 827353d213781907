package board;

/** A {@link Device} where {@code board.equals("heath")}. */
final class HeathDevice implements Device {
  @Override
  public void on(StringBuilder wire) {
    wire.append("P7=1;");
  }

  @Override
  public void off(StringBuilder wire) {
    wire.append("P7=0;");
  }
}
