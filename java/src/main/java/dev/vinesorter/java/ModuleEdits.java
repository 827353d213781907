package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.source.SourceText;
import dev.vinesorter.source.TextEdits;
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
  private final TypeMove move;
  private final Units units;
  private final boolean empties;
  private final boolean widen;
  private final Map<Integer, TextEdits> edits = new LinkedHashMap<>();

  /** References in module descriptors that come to name another unit; -1 for none. */
  private final Map<Integer, Boolean> dropped = new LinkedHashMap<>();

  private final List<Reason> reasons = new ArrayList<>();

  private ModuleEdits(TypeMove move, boolean empties, boolean widen) {
    this.move = move;
    this.units = move.units();
    this.empties = empties;
    this.widen = widen;
  }

  static ModuleEdits of(TypeMove move, boolean empties, boolean widen) {
    ModuleEdits all = new ModuleEdits(move, empties, widen);
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
    List<ModuleInfo.Named> names = ModuleInfo.names(tokens);
    boolean own = units.moduleOf(file) == units.moduleOf(move.type());
    boolean exportsNew =
        names.stream().anyMatch(n -> isOpening(n) && n.name().equals(move.newPackage()));
    boolean exportsOld = false;
    TextEdits text = new TextEdits();
    for (ModuleInfo.Named named : names) {
      if (named.name().equals(move.oldName()) || named.name().startsWith(move.oldName() + ".")) {
        int past = named.begin() + move.oldPackage().length();
        if (move.text(file).startsWith(move.oldPackage(), named.begin())) {
          text.replace(named.begin(), past, move.newPackage());
        }
      } else if (own && isOpening(named) && named.name().equals(move.oldPackage())) {
        exportsOld |= named.directive().equals("exports");
        if (empties) {
          emptied(file, tokens, named, exportsNew, text);
        }
      }
    }
    if (own && exportsOld && !exportsNew && !empties) {
      exportForOthers(file, tokens, text);
    }
    if (!text.isEmpty()) {
      edits.put(file, text);
    }
  }

  private static boolean isOpening(ModuleInfo.Named named) {
    return named.directive().equals("exports") || named.directive().equals("opens");
  }

  private void emptied(
      int file, JavaTokens tokens, ModuleInfo.Named named, boolean exportsNew, TextEdits text) {
    if (!exportsNew) {
      text.replace(named.begin(), named.end(), move.newPackage());
      redirect(file, named.begin(), named.end(), false);
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
    redirect(file, named.begin(), named.end(), true);
  }

  private void redirect(int file, int begin, int end, boolean drop) {
    References references = move.references();
    for (int r = references.row(file); r < references.row(file + 1); r++) {
      if (references.at(r) >= begin && references.at(r) < end) {
        dropped.put(r, drop);
      }
    }
  }

  private void exportForOthers(int file, JavaTokens tokens, TextEdits text) {
    List<Site> outside = new ArrayList<>();
    References references = move.references();
    for (int user = 0; user < units.size(); user++) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        if (move.moves(references.target(r))
            && references.kind(r) != Kind.MENTIONS
            && units.moduleOf(user) != units.moduleOf(move.type())) {
          outside.add(move.survey().site(r));
        }
      }
    }
    if (outside.isEmpty()) {
      return;
    }
    if (!widen) {
      reasons.add(
          new Reason(
              "not-exported",
              "The package "
                  + move.newPackage()
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
    text.insert(tokens.end(semicolon), source.lineEnd() + "    exports " + move.newPackage() + ";");
  }

  /** Tells the survey: offsets of the descriptors, and what their directives name now. */
  void into(SurveyDraft draft, int newPackage) {
    dropped.forEach((r, drop) -> draft.target(r, drop ? -1 : newPackage));
    edits.forEach(
        (file, text) -> {
          draft.shift(file, text::placeBefore, text::place);
          String fresh = text.apply(move.text(file));
          draft.lines(file, fresh.length(), SourceText.lineStarts(fresh));
        });
  }

  void applyTexts() {
    edits.forEach(
        (file, text) -> {
          String path = units.name(file);
          SourceText old = move.sources().text(path);
          move.sources().put(path, old.with(text.apply(old.text())));
        });
  }
}
