package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Tells where sources are made of grammars and schemas, and no build has made them yet. */
final class NotGenerated {
  /** Ends of files that sources are made of: grammars, schemas, interface descriptions. */
  private static final Set<String> MADE_OF =
      Set.of("g4", "g", "jj", "jjt", "cup", "flex", "proto", "avsc", "avdl", "thrift", "fbs");

  private NotGenerated() {}

  /** One problem for each module that has such files and no source that a build made. */
  static List<Problem> in(Overlay sources, MavenBuild build) {
    BuildOutput built = new BuildOutput(sources.root());
    Map<String, List<String>> inputs = new TreeMap<>();
    List<String> paths = sources.paths();
    for (String path : paths) {
      String end = path.substring(path.lastIndexOf('.') + 1);
      if (MADE_OF.contains(end) && ("/" + path).contains("/src/main/")) {
        inputs.computeIfAbsent(build.moduleAround(path), m -> new ArrayList<>()).add(path);
      }
    }
    if (!inputs.isEmpty()) {
      for (String path : paths) {
        if (built.holds(path)) {
          inputs.remove(build.moduleAround(path));
        }
      }
    }
    List<Problem> problems = new ArrayList<>();
    inputs.forEach((module, files) -> problems.add(problem(files)));
    return problems;
  }

  private static Problem problem(List<String> files) {
    int more = files.size() - 1;
    return new Problem(
        files.get(0),
        0,
        "not-generated",
        "Sources are made of this"
            + (more == 0 ? "" : more == 1 ? " and 1 more file" : " and " + more + " more files")
            + ", and are not there: what they name is not seen and not followed. Build once, then"
            + " survey again.");
  }
}
