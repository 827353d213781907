package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A survey drawn as text, one fact a line:
 *
 * <pre>
 * a.A -> b.B x3          a.A's member use() calls b.B three times
 * a.A extends b.B        a use of another kind
 * a.A -> lib:java.x.Y    what a library declares
 * a.A#f reads a.A#g      members, made as methods, or as fields when their name has no (
 * a.Lone                 a type that uses nothing
 * a.A in src/lamp.h      its file, in a language whose packages are folders; before other facts
 * </pre>
 *
 * Else each outermost type has a file {@code a/A.java}. Files have ten lines and are in module
 * {@code m}; a type in a package that begins with {@code test.} is test code.
 */
public final class Drawn {
  private final SurveyBuilder builder = new SurveyBuilder();
  private final Map<String, String> files = new HashMap<>();
  private int offset;

  private Drawn() {}

  /** The survey of some facts, in any order. */
  public static Survey survey(String... facts) {
    Drawn drawn = new Drawn();
    for (String fact : facts) {
      drawn.fact(fact.trim());
    }
    return drawn.builder.build();
  }

  private void fact(String fact) {
    List<String> words = new ArrayList<>(List.of(fact.split(" +")));
    int times = 1;
    if (words.size() == 4) {
      times = Integer.parseInt(words.remove(3).substring(1));
    }
    if (words.size() == 3 && words.get(1).equals("in")) {
      files.put(words.get(0), words.get(2));
    }
    if (words.size() == 1 || words.get(1).equals("in")) {
      unit(words.get(0), true);
      return;
    }
    boolean arrow = words.get(1).equals("->");
    Kind kind = arrow ? Kind.CALLS : Kind.valueOf(words.get(1).toUpperCase(java.util.Locale.ROOT));
    String from = words.get(0);
    int user = unit(arrow && !from.contains("#") ? from + "#use()" : from, true);
    int used = unit(words.get(2).replace("lib:", ""), !words.get(2).startsWith("lib:"));
    for (int n = 0; n < times; n++) {
      builder.reference(user, used, kind, offset, offset + 1, false);
      offset += 2;
    }
  }

  private int unit(String name, boolean own) {
    String[] parts = name.split("#");
    String[] segments = parts[0].split("\\.");
    int at = 0;
    StringBuilder packageName = new StringBuilder();
    while (at < segments.length && Character.isLowerCase(segments[at].charAt(0))) {
      packageName.append(packageName.isEmpty() ? "" : ".").append(segments[at++]);
    }
    int foreign = own ? 0 : Trait.FOREIGN.bit();
    int unit = builder.unit(Level.PACKAGE, -1, packageName.toString());
    builder.traits(unit, foreign);
    int extra = foreign | (packageName.toString().startsWith("test") ? Trait.TEST.bit() : 0);
    if (own && at < segments.length) {
      String path = packageName.toString().replace('.', '/') + "/" + segments[at] + ".java";
      String told = files.get(packageName + "." + segments[at]);
      unit = builder.unit(Level.FILE, unit, told == null ? path : told);
      builder.traits(unit, extra | (told == null ? 0 : Trait.BY_FOLDER.bit()));
      int[] lines = {0, 10, 20, 30, 40, 50, 60, 70, 80, 90};
      builder.file(unit, builder.unit(Level.MODULE, -1, "module:m"), 100, lines);
    }
    for (; at < segments.length; at++) {
      unit = builder.unit(Level.TYPE, unit, segments[at]);
      builder.traits(unit, extra | Trait.PUBLIC.bit());
      if (own) {
        builder.span(unit, 0, 100, 6);
      }
    }
    if (parts.length > 1) {
      unit = builder.unit(Level.MEMBER, unit, parts[1]);
      Trait kind = parts[1].contains("(") ? Trait.METHOD : Trait.FIELD;
      int isStatic = parts[1].startsWith("main(") ? Trait.STATIC.bit() : 0;
      builder.traits(unit, extra | kind.bit() | Trait.PUBLIC.bit() | isStatic);
      if (own) {
        builder.span(unit, 10, 35, 12);
      }
      if (own && builder.complexity(unit) == 0 && kind == Trait.METHOD) {
        builder.complexity(unit, 1);
      }
    }
    return unit;
  }
}
