package dev.vinesorter.java.scan;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.syntax.ModuleDirectives;

/**
 * Reads a {@code module-info} by its tokens: the types and packages that its directives name. It is
 * not compiled, since all modules of a root are read in one run, where packages are open to each
 * other.
 */
public final class ModuleScan {
  private ModuleScan() {}

  public static void read(UnitIndex index, JavaFile file) {
    SurveyBuilder builder = index.builder();
    int traits = file.traits();
    int unit = UnitScan.fileUnit(builder, file, traits);
    for (ModuleDirectives.Named named : ModuleDirectives.names(file.tokens())) {
      int type = index.ownType(named.name());
      int target = type;
      if (type < 0 && builder.knows(Level.PACKAGE, -1, named.name())) {
        target = builder.unit(Level.PACKAGE, -1, named.name());
      }
      if (target >= 0 && !named.directive().equals("requires")) {
        int begin = named.end() - lastSegment(named.name()).length();
        builder.reference(unit, target, Kind.REFERS, begin, named.end(), false);
      }
    }
  }

  private static String lastSegment(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }
}
