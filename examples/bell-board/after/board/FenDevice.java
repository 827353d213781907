package board;

/** A {@link Device} where {@code board.equals("fen")}. */
final class FenDevice implements Device {
  @Override
  public void on(StringBuilder wire) {
    wire.append("[on 3]");
  }

  @Override
  public void off(StringBuilder wire) {
    wire.append("[off 3]");
  }
}
