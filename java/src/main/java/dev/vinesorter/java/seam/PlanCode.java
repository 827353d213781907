package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TypeNames;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.Set;
import java.util.TreeSet;

/**
 * Code that a plan writes out, such as a type or a value. Types in it go by their full names, or by
 * what they are called in one source; in each source that it is put into they are named as that
 * source does it.
 */
final class PlanCode {
  private final SourceView code;
  private final Units units;
  private final TypeNames names;
  private final int home;

  /**
   * Code for sources.
   *
   * @param home the file whose names the plan uses
   */
  PlanCode(SourceView code, TypeNames names, int home) {
    this.code = code;
    this.units = code.units();
    this.names = names;
    this.home = home;
  }

  /** Whether a text is one expression or type, with its brackets in pairs; nothing hides in it. */
  static boolean isWhole(String text) {
    JavaTokens tokens = JavaTokens.of(text);
    int depth = 0;
    for (int token = 0; token < tokens.size(); token++) {
      String one = tokens.text(token);
      depth += "([{".contains(one) ? 1 : ")]}".contains(one) ? -1 : 0;
      if (depth < 0 || depth == 0 && (one.equals(",") && !isGeneric(tokens) || one.equals(";"))) {
        return false;
      }
    }
    return depth == 0 && tokens.size() > 0 && tokens.comments() == 0;
  }

  private static boolean isGeneric(JavaTokens tokens) {
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.is(token, "<")) {
        return true;
      }
    }
    return false;
  }

  /** The code as a file has it; what its names mean beside types is not known. */
  Written in(int file, String text) {
    JavaTokens tokens = JavaTokens.of(text);
    StringBuilder written = new StringBuilder();
    Set<String> means = new TreeSet<>();
    boolean unknown = false;
    int from = 0;
    for (int token = 0; token < tokens.size(); token++) {
      boolean begins =
          tokens.isWord(token) && !tokens.is(token - 1, ".") && !tokens.is(token - 1, "::");
      int last = begins ? lastOfType(tokens, token) : -1;
      String full = last < 0 ? "" : text.substring(tokens.begin(token), tokens.end(last));
      String type = last < 0 ? null : full.indexOf('.') >= 0 ? full : meant(full);
      while (type != null && tokens.is(last + 1, ".") && tokens.isWord(last + 2)) {
        String inner = type + "." + tokens.text(last + 2);
        if (units.find(inner, Level.TYPE) < 0) {
          unknown |= Character.isUpperCase(tokens.text(last + 2).charAt(0));
          break;
        }
        type = inner;
        last += 2;
      }
      unknown |= last >= 0 && type == null;
      if (type != null) {
        written.append(text, from, tokens.begin(token)).append(written(file, type));
        means.add(type);
        from = tokens.end(last);
        token = last;
      }
    }
    Written all = Written.of(written.append(text.substring(from)).toString(), means);
    return unknown ? all.free() : all;
  }

  private String written(int file, String type) {
    int unit = units.find(type, Level.TYPE);
    return unit >= 0 ? names.in(file, unit) : names.in(file, type);
  }

  /** The last token of the name of a type that begins at one; -1 for none. */
  private int lastOfType(JavaTokens tokens, int first) {
    int token = first;
    while (true) {
      String word = tokens.text(token);
      if (!tokens.isWord(token)) {
        return -1;
      }
      boolean upper = Character.isUpperCase(word.charAt(0));
      boolean mixed = upper && !word.equals(word.toUpperCase(java.util.Locale.ROOT));
      if (mixed || upper && isKnown(tokens, first, token)) {
        return token;
      }
      if (!tokens.is(token + 1, ".")) {
        return -1;
      }
      token += 2;
    }
  }

  /** Whether a name in capitals, as constants have it too, is that of a type. */
  private boolean isKnown(JavaTokens tokens, int first, int last) {
    if (first == last) {
      String meant = meant(tokens.text(last));
      return meant != null && units.find(meant, Level.TYPE) >= 0;
    }
    StringBuilder full = new StringBuilder(tokens.text(first));
    for (int token = first + 2; token <= last; token += 2) {
      full.append('.').append(tokens.text(token));
    }
    return last == first + 2 && tokens.text(last).length() == 1
        || units.find(full.toString(), Level.TYPE) >= 0;
  }

  /** The full name of the type that the home file calls so; null where it is not known there. */
  private String meant(String simple) {
    for (JavaHeader.Import one : code.header(home).imports()) {
      if (!one.isStatic() && !one.onDemand() && one.simpleName().equals(simple)) {
        return one.name();
      }
    }
    for (int unit : units.withAllInside(home)) {
      if (units.level(unit) == Level.TYPE && units.simpleName(unit).equals(simple)) {
        return units.name(unit);
      }
    }
    String around = code.packageBefore(home);
    String beside = around.isEmpty() ? simple : around + "." + simple;
    if (units.find(beside, Level.TYPE) >= 0) {
      return beside;
    }
    for (JavaHeader.Import one : code.header(home).imports()) {
      String there = one.name() + "." + simple;
      if (!one.isStatic() && one.onDemand() && units.find(there, Level.TYPE) >= 0) {
        return there;
      }
    }
    String basic = "java.lang." + simple;
    return units.find(basic, Level.TYPE) >= 0 ? basic : null;
  }
}
