package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Where documentation refers to members: {@code Type#name}, or {@code #name} inside the type. */
public final class DocLinks {
  /**
   * One such place.
   *
   * @param file the file
   * @param begin first char of the type's name, or the hash where there is none
   * @param hash the hash before the member's name
   */
  public record Link(int file, int begin, int hash) {}

  private final SourceView code;
  private final Units units;
  private final References references;
  private final Set<Integer> members;
  private final Set<Integer> owners = new TreeSet<>();

  /** Over members of one name, which may override each other. */
  public DocLinks(SourceView code, Set<Integer> members) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.members = members;
    for (int member : members) {
      owners.add(units.parent(member));
      owners.addAll(code.subtypes(units.parent(member)));
    }
  }

  /** All places that refer to the members by their name. */
  public List<Link> all(String name) {
    Set<Integer> files = new TreeSet<>();
    for (int owner : owners) {
      files.add(units.fileOf(owner));
      for (int r : references.to(owner)) {
        if (references.kind(r) == Kind.MENTIONS) {
          files.add(units.fileOf(references.from(r)));
        }
      }
    }
    files.remove(-1);
    List<Link> links = new ArrayList<>();
    for (int file : files) {
      String text = code.text(file);
      JavaTokens tokens = code.tokens(file);
      for (int comment = 0; comment < tokens.comments(); comment++) {
        if (tokens.isDoc(comment)) {
          for (int at = text.indexOf("#" + name, tokens.commentBegin(comment));
              at >= 0 && at < tokens.commentEnd(comment);
              at = text.indexOf("#" + name, at + 1)) {
            link(file, at, name, tokens.commentEnd(comment), links);
          }
        }
      }
    }
    return links;
  }

  private void link(int file, int hash, String name, int end, List<Link> links) {
    String text = code.text(file);
    int past = hash + 1 + name.length();
    if (past < end && Character.isJavaIdentifierPart(text.charAt(past))) {
      return;
    }
    int begin = hash;
    while (begin > 0
        && (Character.isJavaIdentifierPart(text.charAt(begin - 1))
            || text.charAt(begin - 1) == '.')) {
      begin--;
    }
    boolean owned =
        begin == hash ? owners.contains(typeAround(file, end)) : mentionsAny(file, begin, hash);
    if (owned && isThisOverload(text, past, end, name)) {
      links.add(new Link(file, begin, hash));
    }
  }

  /** The type whose declaration the comment that ends here stands in or before. */
  private int typeAround(int file, int commentEnd) {
    int found = -1;
    int next = code.tokens(file).from(commentEnd);
    int at = next < code.tokens(file).size() ? code.tokens(file).begin(next) : commentEnd;
    for (int inside : units.withAllInside(file)) {
      if (units.level(inside) == Level.TYPE
          && units.begin(inside) <= at
          && at < units.end(inside)
          && (found < 0 || units.begin(inside) >= units.begin(found))) {
        found = inside;
      }
    }
    return found;
  }

  private boolean mentionsAny(int file, int begin, int hash) {
    for (int user : units.withAllInside(file)) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        if (references.kind(r) == Kind.MENTIONS
            && references.at(r) >= begin
            && references.end(r) == hash
            && owners.contains(references.target(r))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether a list of parameters, where there is one, is one of the members'. */
  private boolean isThisOverload(String text, int past, int end, String name) {
    if (past >= end || text.charAt(past) != '(') {
      return members.stream()
          .flatMapToInt(member -> Arrays.stream(units.children(units.parent(member))))
          .noneMatch(
              other ->
                  !members.contains(other)
                      && MemberNames.bare(units.simpleName(other)).equals(name));
    }
    int close = text.indexOf(')', past);
    if (close < 0 || close > end) {
      return false;
    }
    String list = text.substring(past + 1, close);
    return members.stream()
        .filter(member -> units.has(member, Trait.METHOD))
        .anyMatch(member -> isListOf(list, units.simpleName(member)));
  }

  /**
   * Whether a list in documentation is that of a method.
   *
   * @param list what stands in the parentheses, types in full and names of parameters too
   * @param signature the method's simple name with its own list
   */
  public static boolean isListOf(String list, String signature) {
    StringBuilder types = new StringBuilder();
    for (String one : list.split(",")) {
      String type = withoutArguments(one).strip().split("\\s+")[0];
      types.append(types.length() == 0 ? "" : ", ");
      types.append(type.substring(type.lastIndexOf('.') + 1));
    }
    return signature
        .substring(signature.indexOf('(') + 1, signature.length() - 1)
        .replace("...", "[]")
        .equals(types.toString().replace("...", "[]"));
  }

  /** A type without its type arguments. */
  private static String withoutArguments(String type) {
    int open = type.indexOf('<');
    int close = type.lastIndexOf('>');
    return open >= 0 && close > open ? type.substring(0, open) + type.substring(close + 1) : type;
  }
}
