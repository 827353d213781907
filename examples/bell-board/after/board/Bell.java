package board;

/** A bell on one of two boards. */
public class Bell {
  private final String board;

  public Bell(String board) {
    this.board = board;
  }

  public void on(StringBuilder wire) {
    device().on(wire);
  }

  public void off(StringBuilder wire) {
    device().off(wire);
  }

  private Device device() {
    if (board.equals("heath")) {
      return new HeathDevice();
    } else if (board.equals("fen")) {
      return new FenDevice();
    } else {
      throw new IllegalStateException("unknown board " + board);
    }
  }

  /** Rings some times. */
  public void ring(int times, StringBuilder wire) {
    for (int n = 0; n < times; n++) {
      on(wire);
      off(wire);
    }
  }
}
