package desk.board;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;

/** The page that a visitor is shown. */
public class Board {
  private final String visitor;

  public Board(String visitor) {
    this.visitor = visitor;
  }

  public String page(LocalDate day, List<Tide> tides) throws IOException {
    StringBuilder rows = new StringBuilder();
    for (Tide tide : tides) {
      rows.append(tide.at).append("  ").append(tide.centimetres).append(" cm\n");
    }
    return template()
        .replace("{visitor}", visitor)
        .replace("{day}", day.toString())
        .replace("{rows}", rows);
  }

  private String template() throws IOException {
    try (InputStream in = Board.class.getResourceAsStream("tide-board.txt")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }
}
