package dev.vinesorter.lang.script;

import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.source.read.LookupPaths;
import java.util.List;
import java.util.Set;

/** Where imports of JavaScript and TypeScript lead; a file's package is its folder. */
final class ScriptRules implements Rules {
  static final List<String> ENDS =
      List.of(".ts", ".tsx", ".mts", ".cts", ".js", ".jsx", ".mjs", ".cjs", ".d.ts");

  /** In which order a source of TypeScript is given modules of one name. */
  private static final List<String> FOR_TYPES =
      List.of(".ts", ".tsx", ".mts", ".cts", ".d.ts", ".js", ".jsx", ".mjs", ".cjs");

  /** In which order a source of JavaScript is. */
  private static final List<String> FOR_VALUES =
      List.of(".js", ".jsx", ".mjs", ".cjs", ".ts", ".tsx", ".mts", ".cts", ".d.ts");

  /** Names that members of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "push",
          "pop",
          "map",
          "filter",
          "forEach",
          "length",
          "then",
          "catch",
          "get",
          "set",
          "has",
          "add",
          "delete",
          "keys",
          "values",
          "slice",
          "splice",
          "join",
          "split",
          "find",
          "indexOf",
          "includes",
          "concat",
          "toString",
          "call",
          "apply",
          "bind",
          "on",
          "emit",
          "test",
          "exec",
          "replace",
          "trim",
          "log",
          "error",
          "name",
          "value",
          "constructor",
          "some",
          "every",
          "reduce",
          "sort",
          "reverse",
          "shift",
          "unshift",
          "write",
          "end",
          "close",
          "next");

  @Override
  public Place source(Project project, int file, Import one) {
    if (one.from().isEmpty()) {
      return Place.foreign("");
    }
    String path = project.outlines().get(file).path();
    String folder = Project.folder(path);
    if (one.from().startsWith(".")) {
      Place found = module(project, path, Project.normal(Project.join(folder, one.from())));
      return found == null ? Place.foreign("") : found;
    }
    String from = one.from();
    for (LookupPaths.Alias alias : project.lookups().aliases(folder)) {
      String named = alias.path(from);
      Place found = named == null ? null : module(project, path, Project.normal(named));
      if (found != null) {
        return found;
      }
    }
    String inside = from.startsWith("@/") || from.startsWith("~/") ? from.substring(2) : from;
    boolean marked = !inside.equals(from) || from.startsWith("src/");
    for (String around : marked ? Project.upwards(folder) : List.<String>of()) {
      for (String place : List.of("", "src", "app")) {
        Place found = module(project, path, Project.join(Project.join(around, place), inside));
        if (found != null) {
          return found;
        }
      }
    }
    return null;
  }

  /** A module by its path, with or without its end, as a source is given it; null for none. */
  private static Place module(Project project, String importer, String path) {
    if (path == null) {
      return null;
    }
    boolean forTypes = importer.endsWith("ts") || importer.endsWith(".tsx");
    int exact = project.number(path);
    boolean written = path.endsWith(".js") || path.endsWith(".mjs") || path.endsWith(".cjs");
    if (exact >= 0 && !(forTypes && written)) {
      return Place.of(exact, 0);
    }
    String bare = written ? path.substring(0, path.lastIndexOf('.')) : path;
    for (String stem : List.of(path, bare, Project.join(path, "index"))) {
      for (String end : forTypes ? FOR_TYPES : FOR_VALUES) {
        int found = project.number(stem + end);
        if (found >= 0) {
          return Place.of(found, 0);
        }
      }
    }
    return exact < 0 ? null : Place.of(exact, 0);
  }

  @Override
  public boolean givesWhole() {
    return true;
  }

  @Override
  public boolean seesMembers() {
    return false;
  }

  @Override
  public boolean isOwn(String name) {
    return COMMON.contains(name);
  }
}
