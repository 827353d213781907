package dev.vinesorter.lang.read;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.outline.Way;
import dev.vinesorter.source.text.SourceText;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** Makes the survey of a language's sources. */
final class SurveyMaker {
  private static final Set<String> BUILDS =
      Set.of(
          "pyproject.toml",
          "setup.py",
          "setup.cfg",
          "package.json",
          "CMakeLists.txt",
          "configure.ac",
          "meson.build",
          "Makefile");

  private final Project project;
  private final Rules rules;
  private final Names names;
  private final Neighbours neighbours;
  private final String rootName;
  private final Predicate<String> leftOut;
  private final SurveyBuilder builder = new SurveyBuilder();
  private final Set<String> packages = new HashSet<>();
  private final int[] files;
  private final int[][] units;

  SurveyMaker(Project project, Rules rules, String rootName, Predicate<String> leftOut) {
    this.project = project;
    this.rules = rules;
    this.names = new Names(project, rules);
    this.neighbours = new Neighbours(project, rules);
    this.rootName = rootName;
    this.leftOut = leftOut;
    this.files = new int[project.outlines().size()];
    this.units = new int[files.length][];
  }

  Survey make() {
    for (int file = 0; file < files.length; file++) {
      declare(file);
    }
    for (int file = 0; file < files.length; file++) {
      imports(file);
      uses(file);
    }
    return builder.build();
  }

  // ---- units

  private void declare(int file) {
    Outline outline = project.outlines().get(file);
    String path = outline.path();
    String inPackage = rules.packageOf(project, path);
    packages.add(inPackage);
    int home = builder.unit(Level.PACKAGE, -1, inPackage);
    files[file] = builder.unit(Level.FILE, home, path);
    int module = builder.unit(Level.MODULE, -1, "module:" + module(path));
    builder.file(files[file], module, outline.length(), outline.lines());
    int marks =
        (Project.isTest(path) ? Trait.TEST.bit() : 0)
            | (leftOut.test(path) ? Trait.LEFT_OUT.bit() : 0);
    builder.traits(files[file], marks | (rules.packagesAreFolders() ? Trait.BY_FOLDER.bit() : 0));
    List<Decl> decls = outline.decls();
    units[file] = new int[decls.size()];
    for (int decl = 0; decl < decls.size(); decl++) {
      units[file][decl] = unit(file, decls, decl, marks);
    }
    if (!outline.isRead()) {
      builder.traits(files[file], Trait.BY_NAME.bit());
      builder.problem(unread(path, outline.error()));
    }
    if (outline.error() >= 0) {
      int line = SourceText.site(path, outline.lines(), outline.error(), outline.error()).line();
      builder.problem(
          new Problem(
              path, line, "syntax", "The text departs from the grammar here; the rest was read."));
    }
  }

  /** The problem of a source of which nothing was read. */
  private static Problem unread(String path, int why) {
    return switch (why) {
      case Outline.TOO_LARGE ->
          new Problem(path, 0, "large", "The file is over 4 MiB, so nothing of it was read.");
      case Outline.TOO_HARD ->
          new Problem(
              path, 0, "slow", "Its parser was not done in good time, so nothing of it was read.");
      default ->
          new Problem(path, 0, "failed", "The reader failed on this file; nothing of it was read.");
    };
  }

  private int unit(int file, List<Decl> decls, int number, int marks) {
    Decl decl = decls.get(number);
    boolean top = decl.around() <= 0 || decls.get(decl.around()).sort() == Sort.SPACE;
    int around = decl.around() < 0 ? files[file] : units[file][decl.around()];
    if (decl.sort() == Sort.SPACE) {
      return units[file][decl.around()];
    }
    boolean ofFunction = Names.isLocal(decls, number);
    if (ofFunction) {
      // What stands in a function is folded into it.
      return around;
    }
    boolean type = decl.sort() == Sort.TYPE || decl.sort() == Sort.LOOSE;
    boolean apart = type && decl.around() >= 0 && top && rules.namespaces();
    String name =
        decl.sort() == Sort.FUNCTION
            ? decl.name() + "()"
            : apart && rules.includes() ? qualified(decls, number) : decl.name();
    if (decl.only() && definedElsewhere(file, number)) {
      return -1;
    }
    int made = builder.unit(type ? Level.TYPE : Level.MEMBER, apart ? files[file] : around, name);
    if (builder.nameAt(made) < 0 || builder.end(made) < 0) {
      builder.span(made, decl.begin(), decl.end(), decl.nameAt());
    }
    int loose = decl.sort() == Sort.LOOSE ? Trait.LOOSE.bit() : 0;
    builder.traits(made, decl.traits() | marks | loose);
    String written = decl.more().type();
    boolean names = !written.contains(Way.CALLED);
    if (names && !written.isEmpty() && Character.isJavaIdentifierStart(written.charAt(0))) {
      builder.type(made, written);
    }
    if (!decl.more().doc().isEmpty()) {
      builder.doc(made, decl.more().doc());
    }
    builder.parameters(made, decl.more().parameters());
    builder.complexity(made, decl.more().complexity());
    return made;
  }

  /** A type's name with those of the namespaces around it. */
  private static String qualified(List<Decl> decls, int number) {
    StringBuilder name = new StringBuilder(decls.get(number).name());
    for (int at = decls.get(number).around(); at > 0; at = decls.get(at).around()) {
      if (!decls.get(at).name().isEmpty()) {
        name.insert(0, decls.get(at).name() + "::");
      }
    }
    return name.toString();
  }

  /** Whether what only says that something is defined says it of what a source here defines. */
  private boolean definedElsewhere(int file, int number) {
    Decl decl = project.outlines().get(file).decls().get(number);
    Place meant = names.lookUp(file, decl.around(), decl.name(), 0);
    return meant != null
        && meant.file() >= 0
        && !(meant.file() == file && meant.decl() == number)
        && !names.decl(meant).only();
  }

  private String module(String path) {
    for (String folder : Project.upwards(Project.folder(path))) {
      for (String build : BUILDS) {
        if (!folder.isEmpty() && project.hasFile(Project.join(folder, build))) {
          return folder.substring(folder.lastIndexOf('/') + 1);
        }
      }
    }
    return rootName;
  }

  // ---- references

  private void imports(int file) {
    Outline outline = project.outlines().get(file);
    for (Import one : outline.imports()) {
      if (one.level() < 0) {
        used(file, one);
        continue;
      }
      Place from = names.source(file, one);
      if (from.isForeign()) {
        foreign(files[file], from.folder(), Kind.IMPORTS, one.at(), one.end());
        continue;
      }
      boolean taken = !one.name().isEmpty() && !one.name().equals("*");
      Place what = names.brought(file, one, 0);
      if (from.file() >= 0) {
        refer(files[file], from, Kind.IMPORTS, one.at(), one.end());
      }
      if (taken && what != null && what.file() >= 0) {
        refer(files[file], what, Kind.IMPORTS, one.nameAt(), one.nameAt() + one.name().length());
      } else if (taken && what == null) {
        unresolved(outline, one.name(), one.nameAt(), one.nameAt() + one.name().length());
      }
    }
  }

  /**
   * A namespace, or a name out of one, that a source uses; of what is ours only the names count.
   */
  private void used(int file, Import one) {
    if (rules.includes() || one.level() == Import.OTHER_NAME) {
      return;
    }
    List<String> full = List.of(one.from().split("\\."));
    Place what = one.name().equals("*") ? null : names.full(file, full, 0);
    if (what == null && neighbours.cut(full) >= 0) {
      neighbour(files[file], full, Kind.IMPORTS, one.at(), one.end());
    } else if (what != null) {
      refer(files[file], what, Kind.IMPORTS, one.at(), one.end());
    } else if (!names.hasSpace(one.from())) {
      foreign(files[file], one.from(), Kind.IMPORTS, one.at(), one.end());
    }
  }

  private void uses(int file) {
    Outline outline = project.outlines().get(file);
    for (Use use : outline.uses()) {
      int user = units[file][use.decl()];
      Place meant = names.meant(file, use);
      String last = use.chain().get(use.chain().size() - 1);
      if (meant == null) {
        boolean alone = use.chain().size() == 1 && use.root() == Outline.Root.NAME;
        boolean ours =
            names.isDeclared(last, !alone)
                && !rules.isOwn(last)
                && !(alone && rules.isOfEveryLibrary(last))
                && use.kind() != Kind.THROUGH
                && !names.isOfLibrary(file, use);
        if (ours) {
          unresolved(outline, last, use.at(), use.end());
        }
      } else if (meant.isForeign() && isNeighbour(meant)) {
        neighbour(user, parts(meant), use.kind(), use.at(), use.end());
      } else if (meant.isForeign()) {
        foreign(user, meant.folder(), use.kind(), use.at(), use.end());
      } else if (meant.file() >= 0) {
        refer(user, meant, kind(use.kind(), meant), use.at(), use.end());
      }
    }
  }

  /** What is done with a thing, by what it is. */
  private Kind kind(Kind kind, Place meant) {
    Sort sort = names.decl(meant).sort();
    boolean type = sort == Sort.TYPE || sort == Sort.LOOSE;
    if (type && kind == Kind.CALLS) {
      return Kind.CREATES;
    }
    if (type && (kind == Kind.READS || kind == Kind.WRITES)) {
      return Kind.REFERS;
    }
    return sort == Sort.FUNCTION && kind == Kind.READS ? Kind.REFERS : kind;
  }

  private void refer(int user, Place meant, Kind kind, int at, int end) {
    if (names.decl(meant).sort() == Sort.SPACE) {
      // A namespace is no unit, and no one source declares it.
      return;
    }
    int used = units[meant.file()][meant.decl()];
    if (used >= 0 && user >= 0 && used != user && at >= 0) {
      if (meant.sort() == Place.Found.LIKELY) {
        builder.likelyReference(user, used, kind, at, end);
      } else {
        builder.reference(user, used, kind, at, end, false);
      }
    }
  }

  private static List<String> parts(Place foreign) {
    return List.of(foreign.folder().split("\\."));
  }

  private boolean isNeighbour(Place foreign) {
    return neighbours.cut(parts(foreign)) >= 0;
  }

  /**
   * Something that another language declares in the same namespaces, as if it belonged to a
   * library: a type of a package, and what is right in it.
   */
  private void neighbour(int user, List<String> full, Kind kind, int at, int end) {
    if (user < 0 || at < 0) {
      return;
    }
    int cut = neighbours.cut(full);
    int home = builder.unit(Level.PACKAGE, -1, String.join(".", full.subList(0, cut)));
    if (builder.traits(home) == 0 && builder.end(home) < 0) {
      builder.traits(home, packages.contains(builder.name(home)) ? 0 : Trait.FOREIGN.bit());
    }
    int used = builder.unit(Level.TYPE, home, full.get(cut));
    builder.traits(used, Trait.FOREIGN.bit());
    boolean member = cut + 1 < full.size();
    if (member) {
      used = builder.unit(Level.MEMBER, used, full.get(cut + 1));
      builder.traits(used, Trait.FOREIGN.bit());
    }
    Kind does =
        member
            ? kind
            : kind == Kind.CALLS
                ? Kind.CREATES
                : kind == Kind.READS || kind == Kind.WRITES ? Kind.REFERS : kind;
    builder.reference(user, used, does, at, end, false);
  }

  /** Something of a library: the last name as a type, in the package of those before it. */
  private void foreign(int user, String name, Kind kind, int at, int end) {
    int begin = 0;
    while (begin < name.length() && "./".indexOf(name.charAt(begin)) >= 0) {
      begin++;
    }
    if (user < 0 || at < 0 || begin == name.length()) {
      return;
    }
    String[] parts = name.substring(begin).replace('/', '.').split("\\.");
    String first = parts[0];
    int home = builder.unit(Level.PACKAGE, -1, first);
    if (builder.traits(home) == 0 && builder.end(home) < 0) {
      builder.traits(home, packages.contains(first) ? 0 : Trait.FOREIGN.bit());
    }
    String last = parts.length > 1 ? parts[1] : first;
    int type = builder.unit(Level.TYPE, home, last);
    builder.traits(type, Trait.FOREIGN.bit());
    builder.reference(user, type, kind, at, end, false);
  }

  private void unresolved(Outline outline, String name, int at, int end) {
    builder.unresolved(name, SourceText.site(outline.path(), outline.lines(), at, end));
  }
}
