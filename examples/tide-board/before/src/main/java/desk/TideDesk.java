package desk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;

/** Answers what visitors of the harbour ask. */
public class TideDesk {
  private final Path notes;

  public TideDesk(Path notes) {
    this.notes = notes;
  }

  /** The tides of today as a page for a visitor. */
  public String answer(String visitor) throws IOException {
    LocalDate today = LocalDate.now();
    List<Tide> tides = new ArrayList<>();
    for (String line : Files.readAllLines(notes)) {
      String[] parts = line.split(";");
      if (LocalDate.parse(parts[0]).equals(today)) {
        tides.add(new Tide(LocalTime.parse(parts[1]), Integer.parseInt(parts[2])));
      }
    }
    if (tides.isEmpty()) {
      return "No tides are noted for " + today + ".";
    }
    return new Board(visitor).page(today, tides);
  }

  /** A tide that was noted. */
  static class Tide {
    final LocalTime at;
    final int centimetres;

    Tide(LocalTime at, int centimetres) {
      this.at = at;
      this.centimetres = centimetres;
    }
  }

  /** The page that a visitor is shown. */
  static class Board {
    private final String visitor;

    Board(String visitor) {
      this.visitor = visitor;
    }

    String page(LocalDate day, List<Tide> tides) throws IOException {
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
}
