package list;

import java.util.ArrayList;
import java.util.List;
import store.fen.FenCommand;
import store.fen.FenConnection;
import store.fen.FenReader;

/** The sheets of a shelf. */
public class SheetList {
  private final String place;

  public SheetList(String place) {
    this.place = place;
  }

  public List<String> onShelf(String shelf) {
    FenConnection connection = new FenConnection(place);
    try {
      FenCommand command = connection.command("sheets on :shelf");
      command.value("shelf", shelf);
      return texts(command.read());
    } finally {
      connection.close();
    }
  }

  private static List<String> texts(FenReader reader) {
    List<String> all = new ArrayList<>();
    while (reader.next()) {
      all.add(reader.text("sheet"));
    }
    return all;
  }
}
