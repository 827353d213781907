package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;

/** Writes one JSON document, indented, ending with a line feed. */
final class Json {
  private Json() {}

  /** What a document holds. */
  interface Content {
    void write(JsonGenerator json) throws IOException;
  }

  static String document(Content content) {
    StringWriter out = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(out)) {
      json.setPrettyPrinter(
          new DefaultPrettyPrinter()
              .withObjectIndenter(new com.fasterxml.jackson.core.util.DefaultIndenter("  ", "\n")));
      json.writeStartObject();
      content.write(json);
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException("Writing to memory does not fail.", e);
    }
    return out.append('\n').toString();
  }
}
