package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.ImportEdits;
import dev.vinesorter.java.code.ModifierEdits;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The text edits that give outermost types other full names. Every file is edited in the offsets of
 * the text it has now. A file that loses some of its types is edited several times: once as what
 * stays, and once for each type as the copy that leaves with it. Each of these is a piece; in every
 * piece each simple name must still be seen afterwards.
 */
final class MoveEdits {
  private final Relocation move;
  private final AccessRules access;
  private final Units units;
  private final References references;
  private final List<Reason> reasons = new ArrayList<>();

  /** The pieces that stay in their file or take it along, by file. */
  private final Map<Integer, FileEdits> edited = new LinkedHashMap<>();

  /** The pieces that leave their file, by type. */
  private final Map<Integer, FileEdits> leaving = new TreeMap<>();

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

  /** What names are looked at together: the code of a file, or of the type that leaves it. */
  private record Piece(
      FileEdits of, List<Integer> units, boolean moves, String before, String after) {}

  private MoveEdits(Relocation move, AccessRules access) {
    this.move = move;
    this.access = access;
    this.units = move.units();
    this.references = move.references();
  }

  static MoveEdits of(Relocation move, AccessRules access) {
    MoveEdits all = new MoveEdits(move, access);
    all.pieces().forEach(all::piece);
    all.widenings();
    all.edited.values().forEach(file -> file.imports.into(file.edits));
    all.leaving.values().forEach(copy -> copy.imports.into(copy.edits));
    return all;
  }

  List<Reason> reasons() {
    return reasons;
  }

  /** Edits by file, those of files that move among them; imports are already in the edits. */
  Map<Integer, FileEdits> files() {
    return edited;
  }

  /** The edits of the copies that leave a file which keeps other types, by type. */
  Map<Integer, FileEdits> leaving() {
    return leaving;
  }

  private FileEdits edits(int file) {
    return edited.computeIfAbsent(file, this::start);
  }

  private FileEdits start(int file) {
    return new FileEdits(file, new ImportEdits(move, file));
  }

  // ---- which code is looked at

  private List<Piece> pieces() {
    List<Piece> pieces = new ArrayList<>();
    Set<Integer> own = move.ownFiles();
    for (int file : own) {
      String before = move.packageBefore(file);
      if (move.moves(file)) {
        pieces.add(
            new Piece(
                edits(file), units.withAllInside(file), true, before, move.packageAfter(file)));
      } else {
        pieces.addAll(split(file, before));
      }
    }
    for (int file : users(own)) {
      String around = move.packageBefore(file);
      pieces.add(new Piece(edits(file), units.withAllInside(file), false, around, around));
    }
    return pieces;
  }

  /** The other files that name what moves, or import a package that is no more. */
  private Set<Integer> users(Set<Integer> own) {
    Set<Integer> files = new TreeSet<>();
    for (int type : move.goals().keySet()) {
      for (int r : references.to(type)) {
        int user = references.from(r);
        if (!move.moves(user) && move.isNamed(user, r, units.simpleName(type))) {
          files.add(units.fileOf(user));
        }
      }
    }
    for (String left : move.packages().keySet()) {
      int around = move.empties(left) ? units.find(left, Level.PACKAGE) : -1;
      for (int r : around < 0 ? new int[0] : references.to(around)) {
        if (references.kind(r) == Kind.IMPORTS) {
          files.add(references.from(r));
        }
      }
    }
    files.removeAll(own);
    files.removeIf(file -> !isJava(file));
    return files;
  }

  private boolean isJava(int file) {
    String path = units.simpleName(file);
    return path.endsWith(".java") && !path.endsWith("module-info.java");
  }

  /** A file that keeps some types: what stays, and a copy of the header with each that leaves. */
  private List<Piece> split(int file, String before) {
    List<Integer> types = move.typesIn(file);
    FileEdits staying = edits(file);
    Map<Integer, int[]> places = new TreeMap<>();
    String text = move.text(file);
    int from = bodyBegin(file);
    for (int type : types) {
      int begin = from == 0 ? 0 : Math.min(TextLines.next(text, from), units.begin(type));
      int end = TextLines.next(text, units.end(type));
      if (!text.substring(units.end(type), end).isBlank()) {
        end = units.end(type);
      }
      places.put(type, new int[] {begin, end});
      from = units.end(type);
    }
    List<Piece> pieces = new ArrayList<>();
    List<Integer> rest = new ArrayList<>(units.withAllInside(file));
    Set<String> staysWith = wordsOf(file, type -> !move.moves(type));
    for (int type : types) {
      if (!move.moves(type)) {
        continue;
      }
      FileEdits copy = start(file);
      leaving.put(type, copy);
      staying.edits.remove(places.get(type)[0], places.get(type)[1]);
      for (int other : types) {
        if (other != type) {
          copy.edits.remove(places.get(other)[0], places.get(other)[1]);
        }
      }
      Set<String> leavesWith = wordsOf(file, other -> other == type);
      for (JavaHeader.Import one : move.header(file).imports()) {
        if (!one.onDemand()) {
          boolean ours = move.movedType(one.name()) == type;
          if (!leavesWith.contains(one.simpleName())) {
            copy.imports.remove(one);
          } else if (!staysWith.contains(one.simpleName()) && !ours) {
            staying.imports.remove(one);
          }
        }
      }
      List<Integer> inside = units.withAllInside(type);
      rest.removeAll(inside);
      pieces.add(new Piece(copy, inside, true, before, move.packageAfter(type)));
    }
    pieces.add(new Piece(staying, rest, false, before, before));
    return pieces;
  }

  /** All words, those in comments included, in the types of the file that the condition takes. */
  private Set<String> wordsOf(int file, java.util.function.IntPredicate takes) {
    Set<String> words = new TreeSet<>();
    int from = bodyBegin(file);
    for (int type : move.typesIn(file)) {
      if (takes.test(type)) {
        for (String word : move.text(file).substring(from, units.end(type)).split("\\W+")) {
          words.add(word);
        }
      }
      from = units.end(type);
    }
    return words;
  }

  // ---- one piece

  private void piece(Piece piece) {
    if (piece.moves) {
      packageDeclaration(piece);
    }
    move.header(piece.of.file).imports().forEach(one -> oneImport(piece, one));
    List<int[]> mentions = new ArrayList<>();
    for (int user : piece.units) {
      declaredName(piece, user);
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (user == piece.of.file && inHeader(piece.of.file, references.at(r))) {
          continue;
        }
        if (units.level(used) == Level.MEMBER) {
          constructorName(piece, user, r);
        } else if (isNamedTopType(user, r) && (piece.moves || move.goals().containsKey(used))) {
          if (references.kind(r) == Kind.MENTIONS) {
            mentions.add(new int[] {user, r});
          } else {
            name(piece, r);
          }
        }
      }
    }
    mentions.forEach(site -> mention(piece, site[1]));
  }

  private boolean isNamedTopType(int user, int r) {
    int used = references.target(r);
    return units.level(used) == Level.TYPE
        && (units.has(used, Trait.FOREIGN)
            ? units.level(units.parent(used)) != Level.TYPE
            : units.topTypeOf(used) == used)
        && move.isNamed(user, r, units.simpleName(used));
  }

  private void packageDeclaration(Piece piece) {
    if (piece.before.equals(piece.after)) {
      return;
    }
    int file = piece.of.file;
    JavaHeader header = move.header(file);
    if (header.packageBegin() >= 0) {
      piece.of.edits.replace(
          header.packageBegin(), header.packageEnd(), encodable(file, piece.after));
    } else {
      int at = header.imports().isEmpty() ? 0 : header.imports().get(0).begin();
      String end = move.sources().text(units.name(file)).lineEnd();
      piece.of.edits.insert(at, "package " + encodable(file, piece.after) + ";" + end + end);
    }
  }

  private void oneImport(Piece piece, JavaHeader.Import one) {
    FileEdits of = piece.of;
    if (one.onDemand() && !one.isStatic() && move.typesInPackage(one.name()).size() > 0) {
      String renamed = move.renamedPackage(one.name());
      if (piece.moves && one.name().equals(piece.after)) {
        of.imports.remove(one);
      } else if (renamed != null && !renamed.equals(piece.after) && !importsAll(piece, renamed)) {
        of.edits.replace(one.nameBegin(), one.nameEnd(), encodable(of.file, renamed));
      } else if (move.empties(one.name())) {
        of.imports.remove(one);
      }
      return;
    }
    int type = move.movedType(one.name());
    boolean exact = !one.isStatic() && !one.onDemand();
    if (type < 0) {
      boolean home =
          one.onDemand() ? one.name().equals(piece.after) : parent(one.name()).equals(piece.after);
      boolean comes = piece.moves && !piece.before.equals(piece.after) && home;
      if (comes && !one.isStatic()) {
        of.imports.remove(one);
      }
    } else if (exact && one.name().equals(units.name(type))) {
      if (move.packageAfter(type).equals(piece.after)) {
        of.imports.remove(one);
      } else {
        of.imports.relocate(one, move.fullAfter(type), () -> replaceName(of, one, type));
      }
    } else {
      String rest = one.name().substring(units.name(type).length());
      of.imports.relocate(one, move.fullAfter(type) + rest, () -> replaceName(of, one, type));
    }
  }

  private boolean importsAll(Piece piece, String packageName) {
    return move.header(piece.of.file).imports().stream()
        .anyMatch(i -> i.onDemand() && !i.isStatic() && i.name().equals(packageName));
  }

  private static String parent(String name) {
    return name.substring(0, Math.max(0, name.lastIndexOf('.')));
  }

  /** Writes the new full name of a type over the old one, which an import's name begins with. */
  private void replaceName(FileEdits of, JavaHeader.Import one, int type) {
    JavaTokens tokens = move.tokens(of.file);
    replaceFullName(of, type, tokens.from(one.nameBegin()));
  }

  /** The same where the old full name begins at a token; only what differs is replaced. */
  private void replaceFullName(FileEdits of, int type, int first) {
    JavaTokens tokens = move.tokens(of.file);
    String before = move.packageBefore(type);
    int segments = before.isEmpty() ? 0 : before.split("\\.").length;
    int name = first + 2 * segments;
    String after = move.packageAfter(type);
    if (!after.equals(before) && segments > 0) {
      of.edits.replace(tokens.begin(first), tokens.end(name - 2), encodable(of.file, after));
    } else if (segments == 0 && !after.isEmpty()) {
      of.edits.insert(tokens.begin(first), encodable(of.file, after) + ".");
    }
    simpleName(of, type, tokens.begin(name), tokens.end(name));
  }

  private void simpleName(FileEdits of, int type, int begin, int end) {
    if (move.isRenamed(type)) {
      of.edits.replace(begin, end, encodable(of.file, move.simpleAfter(type)));
    }
  }

  /** The name in a type's own declaration, and those of its constructors. */
  private void declaredName(Piece piece, int unit) {
    boolean constructor = units.has(unit, Trait.CONSTRUCTOR);
    int type = constructor ? units.parent(unit) : unit;
    if (units.nameAt(unit) >= 0
        && (constructor || units.level(unit) == Level.TYPE)
        && move.isRenamed(type)) {
      JavaTokens tokens = move.tokens(piece.of.file);
      int token = tokens.from(units.nameAt(unit));
      if (tokens.isWord(token, units.simpleName(type))) {
        simpleName(piece.of, type, tokens.begin(token), tokens.end(token));
      }
    }
  }

  /** A renamed type's name where only its constructor is referred to. */
  private void constructorName(Piece piece, int user, int r) {
    int used = references.target(r);
    int type = units.has(used, Trait.CONSTRUCTOR) ? units.parent(used) : -1;
    if (type >= 0
        && move.isRenamed(type)
        && references.kind(r) != Kind.MENTIONS
        && move.isNamed(user, r, units.simpleName(type))) {
      simpleName(piece.of, type, references.at(r), references.end(r));
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

  private String encodable(int file, String text) {
    return move.sources().text(units.name(file)).encodable(text);
  }

  /** A type named in code: written out, or by its simple name, which has to be seen. */
  private void name(Piece piece, int r) {
    int used = references.target(r);
    int file = piece.of.file;
    JavaTokens tokens = move.tokens(file);
    int token = tokens.from(references.at(r));
    if (move.isQualified(file, references.at(r))) {
      String before = move.packageBefore(used);
      int first = before.isEmpty() ? token : token - 2 * before.split("\\.").length;
      if (move.goals().containsKey(used) && first >= 0 && spells(tokens, first, before)) {
        replaceFullName(piece.of, used, first);
        if (!before.equals(move.packageAfter(used))) {
          obscured(file, r, before, move.packageAfter(used));
        }
      }
      return;
    }
    simpleName(piece.of, used, references.at(r), references.end(r));
    if (!isSeen(piece, used)) {
      piece.of.imports.add(move.fullAfter(used));
    }
  }

  /** Whether a simple name means the type in a piece as its imports will be. */
  private boolean isSeen(Piece piece, int type) {
    String around = move.packageAfter(type);
    if (piece.of.imports.adds(move.fullAfter(type)) || around.equals(piece.after)) {
      return true;
    }
    boolean hidden =
        move.typesAfterIn(piece.after).getOrDefault(move.simpleAfter(type), type) != type;
    boolean seen = around.equals("java.lang") && !hidden;
    for (JavaHeader.Import one : move.header(piece.of.file).imports()) {
      if (one.isStatic() || piece.of.imports.isRemoved(one)) {
        continue;
      }
      if (!one.onDemand()) {
        seen |= one.name().equals(units.name(type));
      } else if (!hidden) {
        String renamed = move.renamedPackage(one.name());
        seen |= around.equals(renamed == null ? one.name() : renamed);
      }
    }
    return seen;
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
  private void obscured(int file, int r, String before, String after) {
    String first = after.split("\\.")[0];
    if (first.equals(before.split("\\.")[0])) {
      return;
    }
    JavaTokens tokens = move.tokens(file);
    for (int token = move.header(file).bodyToken(); token < tokens.size(); token++) {
      if (tokens.isWord(token, first) && !tokens.is(token - 1, ".") && !tokens.is(token + 1, ".")) {
        Site site = move.survey().site(r);
        reasons.add(
            new Reason(
                RefusalCode.OBSCURED,
                "The package would be written out here, but '"
                    + first
                    + "' is also a name in this file, which may hide it. Import the type first.",
                List.of(site, move.site(file, token))));
        return;
      }
    }
  }

  /** A reference in documentation: its package is replaced, or the name written out if unseen. */
  private void mention(Piece piece, int r) {
    int used = references.target(r);
    int file = piece.of.file;
    String text = move.text(file);
    int begin = references.at(r);
    int end = begin + units.simpleName(used).length();
    String before = move.packageBefore(used);
    boolean written =
        !before.isEmpty() && text.startsWith(before + ".", begin - before.length() - 1);
    if (written) {
      if (!move.packageAfter(used).equals(before)) {
        piece.of.edits.replace(
            begin - before.length() - 1, begin - 1, encodable(file, move.packageAfter(used)));
      }
      simpleName(piece.of, used, begin, end);
    } else if (begin > 0 && text.charAt(begin - 1) == '.') {
      return;
    } else if (isSeen(piece, used)) {
      simpleName(piece.of, used, begin, end);
    } else if (!move.packageAfter(used).isEmpty()) {
      // Put before the name, so that the next step finds the name where it is then.
      piece.of.edits.insert(begin, encodable(file, move.packageAfter(used) + "."));
      simpleName(piece.of, used, begin, end);
    }
  }

  // ---- access

  private void widenings() {
    access
        .widened()
        .forEach(
            (unit, to) -> {
              int file = units.fileOf(unit);
              ModifierEdits.access(
                  textOf(unit, file), move.tokens(file), move.text(file), units.begin(unit), to);
            });
    access
        .widenedInside()
        .forEach(
            (unit, places) -> {
              int file = units.fileOf(unit);
              places.forEach(
                  (at, to) ->
                      ModifierEdits.accessOfMethodNamedAt(
                          textOf(unit, file), move.tokens(file), move.text(file), at, to));
            });
  }

  private TextEdits textOf(int unit, int file) {
    FileEdits copy = leaving.get(units.topTypeOf(unit));
    return copy != null ? copy.edits : edits(file).edits;
  }
}
