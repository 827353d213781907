package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.source.SourceText;
import dev.vinesorter.source.TextEdits;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The text edits that move a type into another package. Every file is edited in the offsets of the
 * text it has now; a file with several top-level types is edited twice, once as what stays and once
 * as the copy that leaves with the type.
 */
final class MoveEdits {
  private final TypeMove move;
  private final AccessRules access;
  private final Units units;
  private final References references;
  private final boolean emptiesPackage;
  private final List<Reason> reasons = new ArrayList<>();
  private final Map<Integer, FileEdits> edited = new LinkedHashMap<>();

  /** The edits of the copy that leaves, where the type leaves others behind; else null. */
  private FileEdits leaving;

  /** One source in the making. */
  static final class FileEdits {
    private final int file;
    private final TextEdits edits = new TextEdits();
    private final ImportEdits imports;

    private FileEdits(int file, ImportEdits imports) {
      this.file = file;
      this.imports = imports;
    }

    int file() {
      return file;
    }

    TextEdits edits() {
      return edits;
    }

    ImportEdits imports() {
      return imports;
    }
  }

  private MoveEdits(TypeMove move, AccessRules access) {
    this.move = move;
    this.access = access;
    this.units = move.units();
    this.references = move.references();
    this.emptiesPackage = move.typesInPackage(move.oldPackage()).isEmpty();
  }

  /** The path that the type's file has after the move. */
  static String newPath(TypeMove move) {
    String path = move.units().name(move.file());
    String folder = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String oldPart = move.oldPackage().replace('.', '/');
    String root = folder;
    if (!oldPart.isEmpty() && folder.equals(oldPart)) {
      root = "";
    } else if (!oldPart.isEmpty() && folder.endsWith("/" + oldPart)) {
      root = folder.substring(0, folder.length() - oldPart.length() - 1);
    }
    boolean alone = move.typesIn(move.file()).size() == 1;
    String fileName = alone ? path.substring(path.lastIndexOf('/') + 1) : move.typeName() + ".java";
    return JavaFile.pathIn(root, move.newPackage(), fileName);
  }

  static MoveEdits of(TypeMove move, AccessRules access) {
    MoveEdits all = new MoveEdits(move, access);
    all.otherFiles();
    all.ownFile();
    all.widenings();
    all.edited.values().forEach(file -> file.imports.into(file.edits));
    if (all.leaving != null) {
      all.leaving.imports.into(all.leaving.edits);
    }
    return all;
  }

  List<Reason> reasons() {
    return reasons;
  }

  /** Edits by file, the type's own among them; imports are already in the edits. */
  Map<Integer, FileEdits> files() {
    return edited;
  }

  FileEdits leaving() {
    return leaving;
  }

  /** Whether no type is left in the old package. */
  boolean emptiesPackage() {
    return emptiesPackage;
  }

  private FileEdits edits(int file) {
    return edited.computeIfAbsent(file, this::start);
  }

  private FileEdits start(int file) {
    SourceText text = move.sources().text(units.name(file));
    return new FileEdits(file, new ImportEdits(text.text(), move.header(file), text.lineEnd()));
  }

  // ---- files that use the type

  private void otherFiles() {
    Map<Integer, List<int[]>> sites = new TreeMap<>();
    for (int user = 0; user < units.size(); user++) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        if (references.target(r) == move.type()
            && !(move.moves(user) || isOwnFileAlone(user))
            && move.isNamed(user, r, move.typeName())) {
          sites
              .computeIfAbsent(units.fileOf(user), f -> new ArrayList<>())
              .add(new int[] {user, r});
        }
      }
    }
    for (int file = 0; file < units.size(); file++) {
      if (units.level(file) == Level.FILE && isJava(file)) {
        boolean imports = emptiesPackage && move.importsAll(file, move.oldPackage());
        if (sites.containsKey(file) || imports) {
          user(file, sites.getOrDefault(file, List.of()));
        }
      }
    }
  }

  private boolean isJava(int file) {
    String path = units.simpleName(file);
    return path.endsWith(".java") && !path.endsWith("module-info.java");
  }

  /** Whether the user is the type's file itself, which moves as a whole. */
  private boolean isOwnFileAlone(int user) {
    return user == move.file() && move.typesIn(move.file()).size() == 1;
  }

  private void user(int file, List<int[]> sites) {
    FileEdits of = edits(file);
    boolean inNew = move.packageBefore(file).equals(move.newPackage());
    boolean seen = inNew || move.importsAll(file, move.newPackage());
    for (JavaHeader.Import one : move.header(file).imports()) {
      if (!one.isStatic() && !one.onDemand() && one.name().equals(move.oldName())) {
        if (inNew) {
          of.imports.remove(one);
        } else if (!of.imports.relocate(one, move.newName())) {
          renameImport(of, file, one);
        }
        seen = true;
      } else if (one.name().equals(move.oldName()) || one.name().startsWith(move.oldName() + ".")) {
        renameImport(of, file, one);
      } else if (emptiesPackage
          && one.onDemand()
          && !one.isStatic()
          && one.name().equals(move.oldPackage())) {
        of.imports.remove(one);
      }
    }
    List<Integer> mentions = new ArrayList<>();
    for (int[] site : sites) {
      int r = site[1];
      Kind kind = references.kind(r);
      if (inHeader(file, references.at(r))) {
        continue;
      }
      if (kind == Kind.MENTIONS) {
        mentions.add(r);
      } else if (move.isQualified(file, references.at(r))) {
        qualified(of, file, r);
      } else if (!seen) {
        of.imports.add(move.newName());
        seen = true;
      }
    }
    for (int r : mentions) {
      mention(of, file, r, move.oldPackage(), move.newName(), seen);
    }
  }

  private boolean inHeader(int file, int offset) {
    JavaTokens tokens = move.tokens(file);
    int body = move.header(file).bodyToken();
    return body < tokens.size() && tokens.from(offset) < body && offset < bodyBegin(file);
  }

  /** Where what follows the imports begins: comments of the first type are behind it. */
  private int bodyBegin(int file) {
    JavaHeader header = move.header(file);
    List<JavaHeader.Import> imports = header.imports();
    return imports.isEmpty()
        ? Math.max(0, header.packageStatementEnd())
        : imports.get(imports.size() - 1).end();
  }

  private void renameImport(FileEdits of, int file, JavaHeader.Import one) {
    JavaTokens tokens = move.tokens(file);
    replacePackage(of.edits, tokens, tokens.from(one.nameBegin()));
  }

  /** Replaces the segments of the old package that begin at a token. */
  private void replacePackage(TextEdits edits, JavaTokens tokens, int first) {
    int segments = move.oldPackage().split("\\.").length;
    int last = first + 2 * (segments - 1);
    edits.replace(tokens.begin(first), tokens.end(last), encodable(move.newPackage()));
  }

  private String encodable(String text) {
    return move.sources().text(units.name(move.file())).encodable(text);
  }

  private void qualified(FileEdits of, int file, int r) {
    JavaTokens tokens = move.tokens(file);
    int token = tokens.from(references.at(r));
    int segments = move.oldPackage().split("\\.").length;
    int first = token - 2 * segments;
    if (first < 0 || !spells(tokens, first, move.oldPackage())) {
      return;
    }
    replacePackage(of.edits, tokens, first);
    obscured(file, r);
  }

  private static boolean spells(JavaTokens tokens, int first, String packageName) {
    int token = first;
    for (String segment : packageName.split("\\.")) {
      if (!tokens.isWord(token, segment)) {
        return false;
      }
      token += 2;
    }
    return true;
  }

  /** A variable named like the first segment of a package hides it (JLS 6.4.2). */
  private void obscured(int file, int r) {
    String first = move.newPackage().split("\\.")[0];
    if (first.equals(move.oldPackage().split("\\.")[0])) {
      return;
    }
    JavaTokens tokens = move.tokens(file);
    for (int token = move.header(file).bodyToken(); token < tokens.size(); token++) {
      if (tokens.isWord(token, first) && !tokens.is(token - 1, ".") && !tokens.is(token + 1, ".")) {
        Site site = move.survey().site(r);
        reasons.add(
            new Reason(
                "obscured",
                "The package would be written out here, but '"
                    + first
                    + "' is also a name in this file, which may hide it. Import the type first.",
                List.of(
                    site,
                    new Site(
                        site.file(),
                        units.line(file, tokens.begin(token)),
                        units.column(file, tokens.begin(token)),
                        tokens.begin(token),
                        tokens.end(token)))));
        return;
      }
    }
  }

  /** A reference in documentation: its package is replaced, or the name written out if unseen. */
  private void mention(
      FileEdits of, int file, int r, String oldPackage, String fullName, boolean seen) {
    String text = move.text(file);
    int begin = references.at(r);
    String before = oldPackage + ".";
    if (!oldPackage.isEmpty() && text.startsWith(before, begin - before.length())) {
      String newPackage = fullName.substring(0, fullName.lastIndexOf('.'));
      if (!newPackage.equals(oldPackage)) {
        of.edits.replace(begin - before.length(), begin - 1, encodable(newPackage));
      }
    } else if (!seen && begin > 0 && text.charAt(begin - 1) != '.') {
      String simple = fullName.substring(fullName.lastIndexOf('.') + 1);
      of.edits.replace(begin, begin + simple.length(), encodable(fullName));
    }
  }

  // ---- the file that moves

  private void ownFile() {
    int file = move.file();
    List<Integer> types = move.typesIn(file);
    FileEdits of = types.size() == 1 ? edits(file) : start(file);
    JavaTokens tokens = move.tokens(file);
    if (types.size() > 1) {
      leaving = of;
      split(types);
    }
    JavaHeader header = move.header(file);
    if (header.packageBegin() >= 0) {
      of.edits.replace(header.packageBegin(), header.packageEnd(), encodable(move.newPackage()));
    } else {
      int at = header.imports().isEmpty() ? 0 : header.imports().get(0).begin();
      String end = move.sources().text(units.name(file)).lineEnd();
      of.edits.insert(at, "package " + encodable(move.newPackage()) + ";" + end + end);
    }
    for (JavaHeader.Import one : header.imports()) {
      if (one.name().equals(move.oldName()) || one.name().startsWith(move.oldName() + ".")) {
        replacePackage(of.edits, tokens, tokens.from(one.nameBegin()));
      } else if (!one.isStatic() && isOf(one, move.newPackage())) {
        of.imports.remove(one);
      } else if (emptiesPackage
          && one.onDemand()
          && !one.isStatic()
          && one.name().equals(move.oldPackage())) {
        of.imports.remove(one);
      }
    }
    namesInside(of);
  }

  /** Whether an import brings in a package, or a type that stands directly in it. */
  private static boolean isOf(JavaHeader.Import one, String packageName) {
    String around = one.onDemand() ? one.name() : parent(one.name());
    return around.equals(packageName);
  }

  private static String parent(String name) {
    return name.substring(0, Math.max(0, name.lastIndexOf('.')));
  }

  /** The names that the moved code uses and that its new package does not give it. */
  private void namesInside(FileEdits of) {
    int file = move.file();
    Map<String, Integer> inNew = move.typesInPackage(move.newPackage());
    List<int[]> mentions = new ArrayList<>();
    for (int user = 0; user < units.size(); user++) {
      boolean inFile = move.moves(user) || isOwnFileAlone(user);
      for (int r = references.row(user); inFile && r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (units.level(used) != Level.TYPE
            || !move.isNamed(user, r, units.simpleName(used))
            || inHeader(file, references.at(r))) {
          continue;
        }
        if (references.kind(r) == Kind.MENTIONS) {
          mentions.add(new int[] {user, r});
        } else if (move.isQualified(file, references.at(r))) {
          if (used == move.type()) {
            qualified(of, file, r);
          }
        } else if (!move.moves(used) && needsImport(file, used, inNew)) {
          of.imports.add(units.name(used));
        }
      }
    }
    for (int[] site : mentions) {
      int used = references.target(site[1]);
      if (used == move.type()) {
        mention(of, file, site[1], move.oldPackage(), move.newName(), true);
      } else if (!move.moves(used) && units.topTypeOf(used) == used) {
        String full = units.name(used);
        boolean seen =
            !move.packageBefore(used).equals(move.oldPackage())
                || of.imports.adds(full)
                || imports(file, full);
        mention(of, file, site[1], move.packageBefore(used), full, seen);
      }
    }
  }

  /** Whether a simple name in the moved code has to be imported from now on. */
  private boolean needsImport(int file, int used, Map<String, Integer> inNew) {
    if (units.topTypeOf(used) != used || imports(file, units.name(used))) {
      return false;
    }
    String from = move.packageBefore(used);
    if (from.equals(move.newPackage())) {
      return false;
    }
    boolean cameWithThePackage = from.equals(move.oldPackage());
    boolean wouldBeShadowed = inNew.containsKey(units.simpleName(used));
    return cameWithThePackage && (!move.importsAll(file, from) || wouldBeShadowed)
        || wouldBeShadowed;
  }

  private boolean imports(int file, String fullName) {
    return move.header(file).imports().stream()
        .anyMatch(i -> !i.onDemand() && !i.isStatic() && i.name().equals(fullName));
  }

  // ---- a file with several types

  private void split(List<Integer> types) {
    int file = move.file();
    List<Integer> inOrder = new ArrayList<>(types);
    inOrder.sort((a, b) -> Integer.compare(units.begin(a), units.begin(b)));
    int from = bodyBegin(file);
    FileEdits staying = edits(file);
    String text = move.text(file);
    for (int type : inOrder) {
      int begin = from == 0 ? 0 : Math.min(nextLine(text, from), units.begin(type));
      int end = nextLine(text, units.end(type));
      if (!text.substring(units.end(type), end).isBlank()) {
        end = units.end(type);
      }
      (type == move.type() ? staying : leaving).edits.remove(begin, end);
      from = units.end(type);
    }
    Set<String> staysWith = wordsOf(file, t -> !move.moves(t));
    Set<String> leavesWith = wordsOf(file, t -> move.moves(t));
    for (JavaHeader.Import one : move.header(file).imports()) {
      if (!one.onDemand()) {
        boolean ours =
            one.name().equals(move.oldName()) || one.name().startsWith(move.oldName() + ".");
        if (!leavesWith.contains(one.simpleName())) {
          leaving.imports.remove(one);
        } else if (!staysWith.contains(one.simpleName()) && !ours) {
          staying.imports.remove(one);
        }
      }
    }
  }

  private static int nextLine(String text, int offset) {
    int at = offset;
    while (at < text.length() && text.charAt(at) != '\n' && text.charAt(at) != '\r') {
      at++;
    }
    return text.startsWith("\r\n", at) ? at + 2 : Math.min(text.length(), at + 1);
  }

  /** All words, those in comments included, in the types of the file that the condition takes. */
  private Set<String> wordsOf(int file, java.util.function.IntPredicate takes) {
    Set<String> words = new TreeSet<>();
    List<Integer> types = new ArrayList<>(move.typesIn(file));
    types.sort((a, b) -> Integer.compare(units.begin(a), units.begin(b)));
    int from = bodyBegin(file);
    for (int type : types) {
      if (takes.test(type)) {
        for (String word : move.text(file).substring(from, units.end(type)).split("\\W+")) {
          words.add(word);
        }
      }
      from = units.end(type);
    }
    return words;
  }

  // ---- access

  private void widenings() {
    access
        .widened()
        .forEach(
            (unit, to) -> {
              int file = units.fileOf(unit);
              ModifierEdits.widen(textOf(unit, file), move.tokens(file), units.begin(unit), to);
            });
    access
        .widenedInside()
        .forEach(
            (unit, places) -> {
              int file = units.fileOf(unit);
              places.forEach(
                  (at, to) ->
                      ModifierEdits.widenMethodNamedAt(
                          textOf(unit, file), move.tokens(file), at, to));
            });
  }

  private TextEdits textOf(int unit, int file) {
    return leaving != null && move.moves(unit) ? leaving.edits : edits(file).edits;
  }

  /** The modifier for an access. */
  static String word(Trait access) {
    return access == Trait.PUBLIC ? "public" : "protected";
  }
}
