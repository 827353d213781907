package store.heath;

import java.util.Map;
import java.util.TreeMap;
import store.Command;

/** A question to a Heath store. */
public class HeathCommand implements Command {
  private final String text;
  private final Map<String, String> values = new TreeMap<>();

  HeathCommand(String text) {
    this.text = text;
  }

  @Override
  public void value(String name, String value) {
    values.put(name, value);
  }

  @Override
  public HeathReader read() {
    String asked = text;
    for (Map.Entry<String, String> one : values.entrySet()) {
      asked = asked.replace(":" + one.getKey(), one.getValue());
    }
    return new HeathReader(asked);
  }
}
