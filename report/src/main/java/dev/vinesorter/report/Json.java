package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonEncoding;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** Writes one JSON document, indented, ending with a line feed. */
final class Json {
  private Json() {}

  /** What a document holds. */
  interface Content {
    void write(JsonGenerator json) throws IOException;
  }

  static String document(Content content) {
    // Bytes are quicker to write than characters, which matters for documents of many megabytes.
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (JsonGenerator json = new JsonFactory().createGenerator(out, JsonEncoding.UTF8)) {
      json.setPrettyPrinter(
          new DefaultPrettyPrinter()
              .withObjectIndenter(new com.fasterxml.jackson.core.util.DefaultIndenter("  ", "\n")));
      json.writeStartObject();
      content.write(json);
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException("Writing to memory does not fail.", e);
    }
    out.write('\n');
    return out.toString(StandardCharsets.UTF_8);
  }

  /** Writes a text, or null where it is empty: what is not there is not said as nothing. */
  static void textOrNull(JsonGenerator json, String field, String text) throws IOException {
    if (text.isEmpty()) {
      json.writeNullField(field);
    } else {
      json.writeStringField(field, text);
    }
  }
}
