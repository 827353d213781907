package dev.vinesorter.report;

import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.PackageNames;
import java.util.ArrayList;
import java.util.List;

/** Names short enough for a picture: what all of them begin with is said once. */
final class Names {
  private final String shared;
  private final List<String> names;

  private Names(String shared, List<String> names) {
    this.shared = shared;
    this.names = names;
  }

  static Names of(LevelGraph graph) {
    List<String> labels = new ArrayList<>();
    for (int node = 0; node < graph.size(); node++) {
      labels.add(graph.label(node));
    }
    List<String> heads = labels.stream().map(l -> l.split("[#(]", 2)[0]).toList();
    boolean dotted = labels.stream().noneMatch(l -> l.contains("/") || l.startsWith("module:"));
    int segments = dotted && labels.size() > 1 ? PackageNames.sharedSegments(heads) : 0;
    String shared = segments == 0 ? "" : PackageNames.firstSegments(heads.get(0), segments) + ".";
    return new Names(shared, labels.stream().map(l -> l.substring(shared.length())).toList());
  }

  /** Says what is taken together in a picture, and how to look into it. */
  static void folded(Page page, LevelGraph graph) {
    int largest = -1;
    for (int node = 0; node < graph.size(); node++) {
      boolean more = largest < 0 || graph.held(node) > graph.held(largest);
      largest = graph.held(node) > 1 && more ? node : largest;
    }
    if (largest >= 0) {
      page.dim(
              "What has a number in brackets stands for so many. --level "
                  + graph.level().word()
                  + " --within '"
                  + graph.name(largest)
                  + "' opens it, --all shows each.")
          .line();
    }
  }

  /** What every name begins with; empty for nothing. */
  String shared() {
    return shared;
  }

  /** The rest of a node's name. */
  String of(int node) {
    return names.get(node);
  }

  /** A name cut in its middle to at most so many chars. */
  static String cut(String name, int most) {
    if (name.length() <= most) {
      return name;
    }
    int tail = (most - 1) * 2 / 3;
    return name.substring(0, most - 1 - tail) + "…" + name.substring(name.length() - tail);
  }
}
