package desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;

/** Asks the desk; the notes have to be of the day on which the test runs. */
public class TideDeskTest {
  public static void main(String[] arguments) throws IOException {
    Path notes = Files.createTempFile("tides", ".txt");
    Files.write(notes, List.of(LocalDate.now() + ";06:10;312", "1999-01-01;06:00;100"));
    String page = new TideDesk(notes).answer("Ada", LocalDate.now());
    assert page.contains("for Ada") && page.contains("06:10  312 cm") : page;
    assert !page.contains("100") : page;
    Files.delete(notes);
  }
}
