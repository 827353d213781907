package dev.vinesorter.source.apply;

import dev.vinesorter.core.plan.ProvenCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Says of which edited code nothing is proven, and what would mend that. */
public final class ProofGaps {
  private ProofGaps() {}

  /** What is not proven, joined by semicolons; empty where all is. */
  public static String sentence(ProvenCode proven) {
    List<String> parts = new ArrayList<>();
    if (proven.unbound() > 0) {
      parts.add(count(proven.unbound(), "name binds", "names bind") + " to nothing");
    }
    if (!proven.outside().isEmpty()) {
      parts.add(
          count(proven.outside().size(), "file does", "files do")
              + " not compile, such as "
              + proven.outside().get(0));
    }
    if (!proven.missing().isEmpty()) {
      parts.add(
          count(proven.missing().size(), "library is", "libraries are")
              + " missing; 'mvn dependency:get -Dartifact="
              + proven.missing().get(0)
              + "' fetches the first");
    }
    return String.join("; ", parts);
  }

  private static String count(int number, String one, String many) {
    return String.format(Locale.ROOT, "%,d %s", number, number == 1 ? one : many);
  }
}
