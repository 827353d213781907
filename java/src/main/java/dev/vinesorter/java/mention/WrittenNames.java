package dev.vinesorter.java.mention;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Names with dots or slashes that stand in text: in the literals of Java sources and anywhere in
 * other text files. Each file is looked through once, and again when a step has changed it.
 */
public final class WrittenNames {
  /** Longer files are data rather than something that people keep names in. */
  private static final int MOST_BYTES = 1 << 20;

  /** No name has more parts; what is longer is a text that somebody made. */
  private static final int MOST_PARTS = 64;

  /** A file with more written names is data, too. */
  private static final int MOST_PLACES = 200_000;

  /**
   * A part of a written name, from its begin.
   *
   * @param begin first char
   * @param end one past its last char
   */
  public record Place(int begin, int end) {}

  /** What a file has: places by name, in which every separator is a dot. */
  private record Found(SourceText of, Map<String, List<Place>> places) {}

  private final Map<String, Found> byPath = new TreeMap<>();

  /** What was looked through; another one is looked through afresh. */
  private Overlay read;

  private int taken;

  /** The places of a name by file; the survey says how names of our own begin. */
  public Map<String, List<Place>> of(String name, Survey survey, Overlay sources) {
    if (read != sources || taken != sources.taken()) {
      read = sources;
      taken = sources.taken();
      byPath.clear();
      readAll(beginnings(survey.units(), sources.charset()), sources);
    }
    update(sources);
    Map<String, List<Place>> found = new TreeMap<>();
    byPath.forEach(
        (path, file) -> {
          List<Place> places = file.places.get(name);
          if (places != null) {
            found.put(path, places);
          }
        });
    return found;
  }

  /** How names of our packages begin: the first two parts, or one, as the files have them. */
  private record Beginning(byte[] first, byte[] second) {
    /** Whether the parts stand before and behind the separator at a byte. */
    boolean standsAround(byte[] bytes, int at) {
      int begin = at - first.length;
      int past = at + 1 + second.length;
      return begin >= 0
          && past <= bytes.length
          && Arrays.equals(bytes, begin, at, first, 0, first.length)
          && Arrays.equals(bytes, at + 1, past, second, 0, second.length);
    }
  }

  private static List<Beginning> beginnings(Units units, Charset charset) {
    Map<String, Beginning> found = new TreeMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.PACKAGE && !units.has(unit, Trait.FOREIGN)) {
        String[] parts = units.name(unit).split("\\.");
        String second = parts.length > 1 ? parts[1] : "";
        found.computeIfAbsent(
            parts[0] + "." + second,
            name -> new Beginning(parts[0].getBytes(charset), second.getBytes(charset)));
      }
    }
    return List.copyOf(found.values());
  }

  private void readAll(List<Beginning> beginnings, Overlay sources) {
    Map<String, Map<String, List<Place>>> all = new HashMap<>();
    sources.paths().parallelStream()
        .filter(path -> !sources.changed().containsKey(path))
        .forEach(
            path -> {
              Map<String, List<Place>> places = onDisk(sources, path, beginnings);
              if (!places.isEmpty()) {
                synchronized (all) {
                  all.put(path, places);
                }
              }
            });
    all.forEach((path, places) -> byPath.put(path, new Found(null, places)));
  }

  private void update(Overlay sources) {
    // A file that a step made and another moved away is in no list of what changed.
    byPath.keySet().removeIf(path -> !sources.exists(path));
    sources
        .changed()
        .forEach(
            (path, text) -> {
              Found known = byPath.get(path);
              if (text == null) {
                byPath.remove(path);
              } else if (known == null || known.of != text) {
                byPath.put(path, new Found(text, places(path, text.text())));
              }
            });
  }

  private static Map<String, List<Place>> onDisk(
      Overlay sources, String path, List<Beginning> beginnings) {
    byte[] bytes;
    try {
      bytes = sources.original(path);
    } catch (CannotWorkException e) {
      // What cannot be read names nothing that could be changed; a step that needs it will say so.
      return Map.of();
    }
    if (bytes.length > MOST_BYTES && !path.endsWith(".java")) {
      return Map.of();
    }
    // A plain look tells of most files that they name nothing of ours, before they are decoded.
    boolean bytewise = ".".getBytes(sources.charset()).length == 1;
    return !bytewise || mayName(bytes, beginnings, path.endsWith(".java"))
        ? places(path, SourceText.of(bytes, sources.charset()).text())
        : Map.of();
  }

  /**
   * Whether some beginning stands in the bytes; in Java sources only behind a quote in its line, or
   * anywhere behind the first text block.
   */
  private static boolean mayName(byte[] bytes, List<Beginning> beginnings, boolean java) {
    boolean looking = !java;
    boolean toTheEnd = !java;
    for (int at = 0; at < bytes.length; at++) {
      byte b = bytes[at];
      if (b == '"') {
        looking = true;
        toTheEnd |= at >= 2 && bytes[at - 1] == '"' && bytes[at - 2] == '"';
      } else if (b == '\n' || b == '\r') {
        looking = toTheEnd;
      } else if (looking && (b == '.' || b == '/')) {
        for (Beginning beginning : beginnings) {
          if (beginning.standsAround(bytes, at)) {
            return true;
          }
        }
      }
    }
    return false;
  }

  private static Map<String, List<Place>> places(String path, String text) {
    Map<String, List<Place>> places = new HashMap<>();
    boolean java = path.endsWith(".java");
    boolean plan = path.endsWith(".yaml") && PlanFile.isLike(text);
    if (plan || text.indexOf('\0') >= 0 || path.contains("META-INF/services/")) {
      return places;
    }
    if (java) {
      literals(text, places);
    } else {
      names(text, 0, text.length(), places);
    }
    return places;
  }

  /** Passes over everything but string literals. */
  private static void literals(String text, Map<String, List<Place>> places) {
    int at = 0;
    int length = text.length();
    while (at < length) {
      char c = text.charAt(at);
      if (c == '/' && text.startsWith("//", at)) {
        at = TextLines.end(text, at);
      } else if (c == '/' && text.startsWith("/*", at)) {
        int close = text.indexOf("*/", at + 2);
        at = close < 0 ? length : close + 2;
      } else if (c == '\'') {
        at += text.startsWith("\\", at + 1) ? 3 : 2;
      } else if (c == '"') {
        boolean block = text.startsWith("\"\"\"", at);
        int end = literalEnd(text, at + (block ? 3 : 1), block ? "\"\"\"" : "\"");
        names(text, at + 1, end, places);
        at = Math.min(length, end + (block ? 3 : 1));
      } else {
        at++;
      }
    }
  }

  private static int literalEnd(String text, int begin, String quote) {
    int at = begin;
    while (at < text.length() && !text.startsWith(quote, at)) {
      at += text.charAt(at) == '\\' ? 2 : 1;
    }
    return Math.min(at, text.length());
  }

  /** Finds names between two chars; every part of one that begins at its begin counts. */
  private static void names(String text, int from, int past, Map<String, List<Place>> places) {
    int at = from;
    while (at < past) {
      if (!isStart(text.charAt(at))) {
        at++;
        continue;
      }
      List<Integer> begins = new ArrayList<>();
      List<Integer> ends = new ArrayList<>();
      boolean slashes = false;
      while (at < past && isStart(text.charAt(at))) {
        begins.add(at);
        while (at < past && isPart(text.charAt(at))) {
          at++;
        }
        ends.add(at);
        boolean goesOn =
            at + 1 < past && ".#$/".indexOf(text.charAt(at)) >= 0 && isStart(text.charAt(at + 1));
        if (!goesOn) {
          break;
        }
        slashes |= text.charAt(at) == '/';
        at++;
      }
      add(text, begins, ends, slashes, places);
      at = Math.max(at, ends.get(ends.size() - 1));
    }
  }

  private static boolean isStart(char c) {
    return c != '$' && Character.isJavaIdentifierStart(c);
  }

  private static boolean isPart(char c) {
    return c != '$' && Character.isJavaIdentifierPart(c) || c == '-';
  }

  private static void add(
      String text,
      List<Integer> begins,
      List<Integer> ends,
      boolean slashes,
      Map<String, List<Place>> places) {
    // A path may have folders before the package's; a name with dots begins where it begins.
    int starts = slashes ? begins.size() : 1;
    for (int start = 0; start < starts && places.size() < MOST_PLACES; start++) {
      StringBuilder name = new StringBuilder();
      int past = Math.min(begins.size(), start + MOST_PARTS);
      for (int n = start; n < past; n++) {
        name.append(n == start ? "" : ".").append(text, begins.get(n), ends.get(n));
        if (n > start) {
          places
              .computeIfAbsent(name.toString(), k -> new ArrayList<>())
              .add(new Place(begins.get(start), ends.get(n)));
        }
      }
    }
  }
}
