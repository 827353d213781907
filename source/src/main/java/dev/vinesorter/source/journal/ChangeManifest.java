package dev.vinesorter.source.journal;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.source.text.Root;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * What a change does, as the journal writes it down before anything is done.
 *
 * @param root the real path of the folder that the change was made in
 * @param change what it is called
 * @param entries its files
 * @param made the folders that it makes, from the root
 * @param folders folders that may become empty by it, with their modes
 */
record ChangeManifest(
    String root,
    Change change,
    List<Entry> entries,
    List<String> made,
    Map<String, String> folders) {

  /**
   * One file of a change.
   *
   * @param path from the root
   * @param before hash of the old content, empty where there was no file
   * @param after hash of the new content, empty where the file goes
   * @param mode permissions of the new file, empty where the system has none
   */
  record Entry(String path, String before, String after, String mode) {
    boolean isNew() {
      return before.isEmpty();
    }

    boolean goes() {
      return after.isEmpty();
    }
  }

  private static final Pattern SHORT_NAME = Pattern.compile("(?i)[^/]*git~\\d.*");

  /**
   * Why no plan may write to a path, in words that follow it; null where it may. Folders that begin
   * with a dot hold what tools run or believe: {@code .git}, our own, those of build tools.
   */
  static String objection(String path) {
    String[] segments = path.split("/", -1);
    for (int n = 0; n < segments.length; n++) {
      String segment = segments[n];
      if (segment.isEmpty() || segment.equals("..") || segment.equals(".")) {
        return "is no plain path from the root";
      }
      boolean last = n == segments.length - 1;
      boolean hidden = segment.startsWith(".");
      boolean git = segment.toLowerCase(java.util.Locale.ROOT).startsWith(".git");
      boolean own = segment.startsWith(Root.OWN_FOLDER);
      if (hidden && (!last || own || git && segment.length() == ".git".length())
          || SHORT_NAME.matcher(segment).matches()) {
        return "lies in a folder of tools, whose names begin with a dot";
      }
      if (segment.codePoints().anyMatch(ChangeManifest::isUnseen)) {
        return "has characters that cannot be seen";
      }
    }
    return null;
  }

  private static boolean isUnseen(int c) {
    int type = Character.getType(c);
    return type == Character.FORMAT || type == Character.CONTROL || c == '\\';
  }

  /** The manifest as JSON. */
  byte[] bytes() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (JsonGenerator json = new JsonFactory().createGenerator(out)) {
      json.useDefaultPrettyPrinter();
      json.writeStartObject();
      json.writeStringField("root", root);
      json.writeStringField("title", change.title());
      json.writeStringField("plan", change.plan());
      json.writeStringField("step", String.valueOf(change.step()));
      json.writeStringField("does", change.does());
      json.writeArrayFieldStart("entries");
      for (Entry entry : entries) {
        json.writeStartObject();
        json.writeStringField("path", entry.path);
        json.writeStringField("before", entry.before);
        json.writeStringField("after", entry.after);
        json.writeStringField("mode", entry.mode);
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("made");
      for (String folder : made) {
        json.writeString(folder);
      }
      json.writeEndArray();
      json.writeObjectFieldStart("folders");
      for (Map.Entry<String, String> folder : folders.entrySet()) {
        json.writeStringField(folder.getKey(), folder.getValue());
      }
      json.writeEndObject();
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException("Writing to memory does not fail.", e);
    }
    return out.toByteArray();
  }

  /**
   * The manifest that JSON holds.
   *
   * @throws IOException when it holds none, or one that no plan of ours would have written
   */
  static ChangeManifest of(byte[] bytes) throws IOException {
    Map<String, String> names = new TreeMap<>();
    List<Entry> entries = new ArrayList<>();
    List<String> made = new ArrayList<>();
    Map<String, String> folders = new TreeMap<>();
    try (JsonParser json = new JsonFactory().createParser(bytes)) {
      json.nextToken();
      while (json.nextToken() == JsonToken.FIELD_NAME) {
        String field = json.currentName();
        json.nextToken();
        switch (field) {
          case "root", "title", "plan", "step", "does" -> names.put(field, json.getText());
          case "entries" -> {
            while (json.nextToken() == JsonToken.START_OBJECT) {
              Map<String, String> of = fields(json);
              entries.add(
                  new Entry(
                      path(of.get("path")),
                      of.getOrDefault("before", ""),
                      of.getOrDefault("after", ""),
                      of.getOrDefault("mode", "")));
            }
          }
          case "made" -> {
            while (json.nextToken() == JsonToken.VALUE_STRING) {
              made.add(path(json.getText()));
            }
          }
          case "folders" -> folders.putAll(fields(json));
          default -> json.skipChildren();
        }
      }
      for (String folder : folders.keySet()) {
        path(folder);
      }
      Change change =
          new Change(
              names.getOrDefault("title", ""),
              names.getOrDefault("plan", ""),
              Integer.parseInt(names.getOrDefault("step", "0")),
              names.getOrDefault("does", ""));
      return new ChangeManifest(names.getOrDefault("root", ""), change, entries, made, folders);
    } catch (NumberFormatException e) {
      throw new IOException("the manifest is damaged", e);
    }
  }

  private static String path(String path) throws IOException {
    if (path == null || objection(path) != null) {
      throw new IOException("the manifest names a path that no plan may write to");
    }
    return path;
  }

  private static Map<String, String> fields(JsonParser json) throws IOException {
    Map<String, String> fields = new LinkedHashMap<>();
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String field = json.currentName();
      json.nextToken();
      fields.put(field, json.getText());
    }
    return fields;
  }
}
