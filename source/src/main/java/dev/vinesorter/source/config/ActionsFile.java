package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.core.misfit.Actions;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.text.CannotWorkException;
import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What library members act on the outside world: the list that comes along, and a trellis's. */
public final class ActionsFile {
  private static final String NAME = "actions.yaml";

  private ActionsFile() {}

  /** The list that comes along, with what a trellis adds. */
  public static Actions with(Trellis trellis) {
    return new Actions(usual()).and(trellis.actions());
  }

  private static Map<String, List<Glob>> usual() {
    try (InputStream in = ActionsFile.class.getResourceAsStream(NAME)) {
      return YamlInput.read(
          NAME,
          in.readAllBytes(),
          "list of actions",
          yaml -> {
            if (yaml.next() != JsonToken.START_OBJECT) {
              throw yaml.wrong("it is a mapping from sorts to lists");
            }
            return sortsHere(yaml);
          });
    } catch (IOException e) {
      throw new CannotWorkException("The list of actions could not be read.", e);
    }
  }

  /** Reads sorts with their patterns, the value of the key {@code actions}. */
  static Map<String, List<Glob>> sorts(YamlInput in) throws IOException {
    if (in.next() != JsonToken.START_OBJECT) {
      throw in.wrong("'actions' is a mapping such as 'print: [\"org.x.Printer#print(**)\"]'");
    }
    return sortsHere(in);
  }

  private static Map<String, List<Glob>> sortsHere(YamlInput in) throws IOException {
    Map<String, List<Glob>> sorts = new LinkedHashMap<>();
    in.mapping(
        sort -> sorts.put(sort, in.texts(sort).stream().map(t -> Glob.ofName(t.text())).toList()));
    return sorts;
  }
}
