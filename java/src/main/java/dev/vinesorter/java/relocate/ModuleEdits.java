package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.ModuleDirectives;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What a move does to {@code module-info} files: names of the type in {@code uses} and {@code
 * provides}; {@code exports} and {@code opens} of a package that the move empties; a new {@code
 * exports} where another module uses the type.
 */
final class ModuleEdits {
  private final Relocation move;
  private final Units units;
  private final boolean widen;
  private final FileChanges edits;

  /** References in descriptors that come to name another package; empty for none. */
  private final Map<Integer, String> redirected = new LinkedHashMap<>();

  private final List<Reason> reasons = new ArrayList<>();

  private ModuleEdits(Relocation move, boolean widen) {
    this.move = move;
    this.units = move.units();
    this.widen = widen;
    this.edits = new FileChanges(move);
  }

  static ModuleEdits of(Relocation move, boolean widen) {
    ModuleEdits all = new ModuleEdits(move, widen);
    for (int file = 0; file < all.units.size(); file++) {
      if (all.units.level(file) == Level.FILE
          && all.units.simpleName(file).endsWith("module-info.java")) {
        all.descriptor(file);
      }
    }
    return all;
  }

  List<Reason> reasons() {
    return reasons;
  }

  private void descriptor(int file) {
    JavaTokens tokens = move.tokens(file);
    List<ModuleDirectives.Named> names = ModuleDirectives.names(tokens);
    TextEdits text = edits.in(file);
    for (ModuleDirectives.Named named : names) {
      int type = isOpening(named) ? -1 : move.movedType(named.name());
      if (type >= 0) {
        String old = units.name(type);
        if (move.text(file).startsWith(old, named.begin())) {
          text.replace(named.begin(), named.begin() + old.length(), move.fullAfter(type));
        }
      }
    }
    move.packages()
        .forEach(
            (from, into) -> {
              boolean own =
                  move.leaving().stream()
                      .anyMatch(
                          t ->
                              move.packageBefore(t).equals(from)
                                  && units.moduleOf(t) == units.moduleOf(file));
              if (own) {
                left(file, tokens, names, from, into, text);
              }
            });
  }

  /** What a package that types leave for another has to do with the descriptor. */
  private void left(
      int file,
      JavaTokens tokens,
      List<ModuleDirectives.Named> names,
      String from,
      String into,
      TextEdits text) {
    boolean exportsNew = names.stream().anyMatch(n -> isOpening(n) && n.name().equals(into));
    boolean exportsOld = false;
    for (ModuleDirectives.Named named : names) {
      if (isOpening(named) && named.name().equals(from)) {
        exportsOld |= named.directive().equals("exports");
        if (move.empties(from)) {
          emptied(file, tokens, named, exportsNew, into, text);
        }
      }
    }
    if (exportsOld && !exportsNew && !move.empties(from)) {
      exportForOthers(file, tokens, from, into, text);
    }
  }

  private static boolean isOpening(ModuleDirectives.Named named) {
    return named.directive().equals("exports") || named.directive().equals("opens");
  }

  private void emptied(
      int file,
      JavaTokens tokens,
      ModuleDirectives.Named named,
      boolean exportsNew,
      String into,
      TextEdits text) {
    if (!exportsNew) {
      text.replace(named.begin(), named.end(), into);
      redirect(file, named.begin(), named.end(), into);
      return;
    }
    int token = tokens.from(named.begin());
    while (token > 0 && !tokens.is(token, "exports") && !tokens.is(token, "opens")) {
      token--;
    }
    int semicolon = tokens.from(named.begin());
    while (semicolon < tokens.size() - 1 && !tokens.is(semicolon, ";")) {
      semicolon++;
    }
    String all = move.text(file);
    int begin = tokens.begin(token);
    while (begin > 0 && (all.charAt(begin - 1) == ' ' || all.charAt(begin - 1) == '\t')) {
      begin--;
    }
    int end = tokens.end(semicolon);
    if (begin > 0 && all.charAt(begin - 1) == '\n' && end < all.length()) {
      end = all.startsWith("\r\n", end) ? end + 2 : all.charAt(end) == '\n' ? end + 1 : end;
    }
    text.remove(begin, end);
    redirect(file, named.begin(), named.end(), "");
  }

  private void redirect(int file, int begin, int end, String into) {
    References references = move.references();
    for (int r = references.row(file); r < references.row(file + 1); r++) {
      if (references.at(r) >= begin && references.at(r) < end) {
        redirected.put(r, into);
      }
    }
  }

  private void exportForOthers(
      int file, JavaTokens tokens, String from, String into, TextEdits text) {
    List<Site> outside = new ArrayList<>();
    References references = move.references();
    for (int type : move.leaving()) {
      if (!move.packageBefore(type).equals(from)) {
        continue;
      }
      for (int unit : units.withAllInside(type)) {
        for (int r : references.to(unit)) {
          if (references.kind(r) != Kind.MENTIONS
              && units.moduleOf(references.from(r)) != units.moduleOf(type)) {
            outside.add(move.survey().site(r));
          }
        }
      }
    }
    if (outside.isEmpty()) {
      return;
    }
    if (!widen) {
      reasons.add(
          new Reason(
              RefusalCode.NOT_EXPORTED,
              "The package "
                  + into
                  + " is not exported, but another module uses the type. Say 'widen: true' to"
                  + " export it.",
              outside));
      return;
    }
    int last = -1;
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.is(token, "exports")) {
        last = token;
      }
    }
    int semicolon = last;
    while (semicolon < tokens.size() - 1 && !tokens.is(semicolon, ";")) {
      semicolon++;
    }
    SourceText source = move.sources().text(units.name(file));
    text.insert(tokens.end(semicolon), source.lineEnd() + "    exports " + into + ";");
  }

  /** Tells the survey: offsets of the descriptors, and what their directives name now. */
  void into(SurveyDraft draft, Map<String, Integer> packages) {
    redirected.forEach((r, into) -> draft.target(r, into.isEmpty() ? -1 : packages.get(into)));
    edits.into(draft);
  }

  void applyTexts() {
    edits.apply();
  }
}
