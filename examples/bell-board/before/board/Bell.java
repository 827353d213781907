package board;

/** A bell on one of two boards. */
public class Bell {
  private final String board;

  public Bell(String board) {
    this.board = board;
  }

  public void on(StringBuilder wire) {
    if (board.equals("heath")) {
      wire.append("P7=1;");
    } else if (board.equals("fen")) {
      wire.append("[on 3]");
    } else {
      throw new IllegalStateException("unknown board " + board);
    }
  }

  public void off(StringBuilder wire) {
    if (board.equals("heath")) {
      wire.append("P7=0;");
    } else if (board.equals("fen")) {
      wire.append("[off 3]");
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
