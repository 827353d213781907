package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.InvalidFileException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.yaml.snakeyaml.error.MarkedYAMLException;

/**
 * Reads a YAML file token by token. Such a file may come from anywhere: what is not understood is
 * refused with its line and column, never guessed.
 */
final class YamlInput {
  /** The largest file read, in bytes. */
  static final long MOST_BYTES = 1 << 20;

  private final String name;
  private final JsonParser yaml;

  private YamlInput(String name, JsonParser yaml) {
    this.name = name;
    this.yaml = yaml;
  }

  /** Makes a value of a file's tokens. */
  interface Reading<T> {
    T of(YamlInput in) throws IOException;
  }

  /** Takes the value of one key. */
  interface Keys {
    void at(String key) throws IOException;
  }

  /** Reads what a file of that name holds. */
  static <T> T read(String name, byte[] content, String what, Reading<T> reading)
      throws IOException {
    try (JsonParser yaml = new YAMLFactory().createParser(content)) {
      YamlInput in = new YamlInput(name, yaml);
      T value = in.read(reading);
      if (yaml.nextToken() != null) {
        throw in.wrong("a " + what + " file holds one document");
      }
      return value;
    }
  }

  /**
   * What a reading makes of a file.
   *
   * @param what how people call such a file: "plan"
   * @throws CannotWorkException when it cannot be read
   * @throws InvalidFileException when it says what it cannot say
   */
  static <T> T read(Path file, String what, Reading<T> reading) {
    String name = file.toString();
    try {
      if (!Files.isRegularFile(file)) {
        throw new CannotWorkException("There is no " + what + " file " + name + ".");
      }
      if (Files.size(file) > MOST_BYTES) {
        throw new InvalidFileException(
            name
                + " has more than "
                + MOST_BYTES
                + " bytes; no "
                + what
                + " is that long. Split it.");
      }
      return read(name, Files.readAllBytes(file), what, reading);
    } catch (JsonProcessingException e) {
      throw new InvalidFileException(name + notYaml(e));
    } catch (IOException e) {
      throw CannotWorkException.io("read the " + what, file, e);
    }
  }

  private <T> T read(Reading<T> reading) throws IOException {
    try {
      return reading.of(this);
    } catch (Glob.TooLongException e) {
      throw wrong(e.getMessage());
    }
  }

  private static String notYaml(JsonProcessingException e) {
    if (e.getCause() instanceof MarkedYAMLException yaml && yaml.getProblemMark() != null) {
      int line = yaml.getProblemMark().getLine() + 1;
      int column = yaml.getProblemMark().getColumn() + 1;
      return ":" + line + ":" + column + ": not valid YAML: " + yaml.getProblem() + ".";
    }
    return ": not valid YAML: " + e.getOriginalMessage().lines().findFirst().orElse("") + ".";
  }

  JsonToken next() throws IOException {
    return yaml.nextToken();
  }

  JsonToken current() {
    return yaml.currentToken();
  }

  /** Where the token read last begins. */
  Trellis.Place place() {
    JsonLocation at = yaml.currentTokenLocation();
    return new Trellis.Place(at.getLineNr(), at.getColumnNr());
  }

  /** Reads a mapping, the parser standing at its start; a key that stands twice is refused. */
  void mapping(Keys keys) throws IOException {
    Set<String> seen = new HashSet<>();
    while (yaml.nextToken() == JsonToken.FIELD_NAME) {
      String key = yaml.currentName();
      if (!seen.add(key)) {
        throw wrong("the key '" + printable(key) + "' stands twice");
      }
      keys.at(key);
    }
  }

  /** The next value as text. */
  String text(String key) throws IOException {
    JsonToken token = yaml.nextToken();
    if (token == null || !token.isScalarValue() || token == JsonToken.VALUE_NULL) {
      throw wrong("'" + key + "' takes text");
    }
    return yaml.getText();
  }

  /** The next value as true or false. */
  boolean flag(String key) throws IOException {
    JsonToken token = yaml.nextToken();
    if (token != JsonToken.VALUE_TRUE && token != JsonToken.VALUE_FALSE) {
      throw wrong("'" + key + "' takes true or false");
    }
    return token == JsonToken.VALUE_TRUE;
  }

  /** The next value as a number that is not negative. */
  double number(String key) throws IOException {
    JsonToken token = yaml.nextToken();
    if (token == null || !token.isNumeric() || yaml.getDoubleValue() < 0) {
      throw wrong("'" + key + "' takes a number, 0 or more");
    }
    return yaml.getDoubleValue();
  }

  /** A text and its place. */
  record Placed(String text, Trellis.Place place) {}

  /** The next value as a list of texts; one text alone stands for a list of one. */
  List<Placed> texts(String key) throws IOException {
    List<Placed> texts = new ArrayList<>();
    JsonToken token = yaml.nextToken();
    if (token == JsonToken.START_ARRAY) {
      while (yaml.nextToken() != JsonToken.END_ARRAY) {
        texts.add(scalar(key));
      }
    } else {
      texts.add(scalar(key));
    }
    return texts;
  }

  /** The token read last as text. */
  Placed scalar(String key) throws IOException {
    JsonToken token = yaml.currentToken();
    if (token == null || !token.isScalarValue() || token == JsonToken.VALUE_NULL) {
      throw wrong("'" + key + "' takes text, or a list of texts");
    }
    String text = yaml.getText();
    if (text.isBlank() || text.length() > 1000 || text.chars().anyMatch(c -> c < ' ' || c == 127)) {
      throw wrong("'" + printable(text) + "' is nothing that '" + key + "' can mean");
    }
    return new Placed(text, place());
  }

  static String printable(String text) {
    String shown = text.length() > 60 ? text.substring(0, 60) + "…" : text;
    return shown.replaceAll("\\p{Cntrl}", "?");
  }

  InvalidFileException wrong(String what) {
    return wrong(place(), what);
  }

  InvalidFileException wrong(Trellis.Place at, String what) {
    return new InvalidFileException(name + ":" + at.line() + ":" + at.column() + ": " + what + ".");
  }
}
