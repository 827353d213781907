package desk;

import desk.board.Board;
import desk.board.Tide;
import java.io.IOException;
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
  public String answer(String visitor, LocalDate today) throws IOException {
    List<Tide> tides = tidesOn(today);
    if (tides.isEmpty()) {
      return "No tides are noted for " + today + ".";
    }
    return new Board(visitor).page(today, tides);
  }

  private List<Tide> tidesOn(LocalDate today) throws IOException {
    List<Tide> tides = new ArrayList<>();
    for (String line : Files.readAllLines(notes)) {
      String[] parts = line.split(";");
      if (LocalDate.parse(parts[0]).equals(today)) {
        tides.add(new Tide(LocalTime.parse(parts[1]), Integer.parseInt(parts[2])));
      }
    }
    return tides;
  }
}
