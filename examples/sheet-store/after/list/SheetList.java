package list;

import java.util.ArrayList;
import java.util.List;
import store.Command;
import store.Connection;
import store.Reader;
import store.Stores;

/** The sheets of a shelf. */
public class SheetList {
  private final String place;

  public SheetList(String place) {
    this.place = place;
  }

  public List<String> onShelf(String shelf) {
    Connection connection = Stores.connection(place);
    try {
      Command command = connection.command("sheets on :shelf");
      command.value("shelf", shelf);
      return texts(command.read());
    } finally {
      connection.close();
    }
  }

  private static List<String> texts(Reader reader) {
    List<String> all = new ArrayList<>();
    while (reader.next()) {
      all.add(reader.text("sheet"));
    }
    return all;
  }
}
