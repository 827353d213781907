package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import com.fasterxml.jackson.dataformat.yaml.YAMLGenerator;
import dev.vinesorter.core.trellis.Breach;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.source.disk.WholeFile;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** The file of accepted breaches, {@code trellis.known.yaml}; it is meant to be committed. */
public final class KnownBreaches {
  /** Its name, from the root. */
  public static final String NAME = "trellis.known.yaml";

  private static final String HEAD =
      "# Breaches of trellis.yaml that were there when it began to be held. "
          + "'vinesort check --accept' writes this file.\n";

  private KnownBreaches() {}

  /** What a root has accepted; nothing where there is no such file. */
  public static Known of(Root root) {
    return root.hasFile(NAME)
        ? YamlInput.read(root.path().resolve(NAME), "list of known breaches", KnownBreaches::known)
        : Known.NONE;
  }

  private static Known known(YamlInput in) throws IOException {
    Map<Breach.Key, Integer> weights = new LinkedHashMap<>();
    if (in.next() != JsonToken.START_OBJECT) {
      throw in.wrong("it is a mapping with 'accepted'");
    }
    in.mapping(
        key -> {
          if (!key.equals("accepted") || in.next() != JsonToken.START_ARRAY) {
            throw in.wrong("it has one key, 'accepted', with a list");
          }
          while (in.next() != JsonToken.END_ARRAY) {
            entry(in, weights);
          }
        });
    return new Known(weights);
  }

  private static void entry(YamlInput in, Map<Breach.Key, Integer> weights) throws IOException {
    if (in.current() != JsonToken.START_OBJECT) {
      throw in.wrong("an entry has rule, from, to and weight");
    }
    String[] cells = {"", "", ""};
    int[] weight = new int[1];
    in.mapping(
        key -> {
          switch (key) {
            case "rule" -> cells[0] = in.text(key);
            case "from" -> cells[1] = in.text(key);
            case "to" -> cells[2] = in.text(key);
            case "weight" -> weight[0] = (int) in.number(key);
            default -> throw in.wrong("an entry has rule, from, to and weight");
          }
        });
    weights.put(new Breach.Key(cells[0], cells[1], cells[2]), weight[0]);
  }

  /** Writes the file; the one before is replaced whole or not at all. */
  public static void write(Root root, Known known) {
    Path file = root.path().resolve(NAME);
    try {
      StringWriter text = new StringWriter();
      YAMLFactory yaml =
          YAMLFactory.builder().disable(YAMLGenerator.Feature.WRITE_DOC_START_MARKER).build();
      try (JsonGenerator out = yaml.createGenerator(text)) {
        out.writeStartObject();
        out.writeArrayFieldStart("accepted");
        for (Map.Entry<Breach.Key, Integer> one : known.weights().entrySet()) {
          out.writeStartObject();
          out.writeStringField("rule", one.getKey().rule());
          out.writeStringField("from", one.getKey().from());
          if (!one.getKey().to().isEmpty()) {
            out.writeStringField("to", one.getKey().to());
          }
          out.writeNumberField("weight", one.getValue());
          out.writeEndObject();
        }
        out.writeEndArray();
        out.writeEndObject();
      }
      WholeFile.replace(file, (HEAD + text).getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw CannotWorkException.io("write", file, e);
    }
  }
}
