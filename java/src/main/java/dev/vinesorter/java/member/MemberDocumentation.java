package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.SourceView;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What documentation says when a member has moved: its own, and what is said of it elsewhere. */
final class MemberDocumentation {
  private final MemberMove move;
  private final SourceView code;
  private final Units units;
  private final References references;

  MemberDocumentation(MemberMove move) {
    this.move = move;
    this.code = move.code;
    this.units = move.units;
    this.references = move.references;
  }

  /** Links to the member name its new owner. */
  void links() {
    DocLinks links = new DocLinks(code, Set.of(move.member));
    for (DocLinks.Link link : links.all(move.name())) {
      boolean mine =
          link.file() == move.file
              && (move.tokens.from(link.hash()) == move.firstToken()
                  || link.hash() >= units.begin(move.member)
                      && link.hash() < units.end(move.member));
      if (mine) {
        continue;
      }
      String wanted = documented(link.file(), move.target);
      move.changes
          .in(link.file())
          .replace(link.begin(), link.hash(), move.changes.encodable(link.file(), wanted));
    }
  }

  /**
   * The member's own documentation: types that would not be seen are written out, and members of
   * the old owner get its name.
   */
  void ofMember() {
    String text = code.text(move.file);
    for (int r : move.made()) {
      int type = references.target(r);
      int begin = references.at(r);
      if (references.kind(r) != Kind.MENTIONS
          || units.level(type) != Level.TYPE
          || isGone(begin)
          || !text.startsWith(units.simpleName(type), begin)
          || text.charAt(Math.max(0, begin - 1)) == '.') {
        continue;
      }
      String wanted = documented(move.targetFile, type);
      int cut = wanted.length() - units.simpleName(type).length();
      if (cut > 0) {
        move.inside.insert(
            begin, move.changes.encodable(move.targetFile, wanted.substring(0, cut)));
      }
    }
    String before =
        move.changes.encodable(move.targetFile, documented(move.targetFile, move.owner));
    for (int comment = 0; comment < move.tokens.comments(); comment++) {
      if (move.tokens.isDoc(comment)
          && move.tokens.from(move.tokens.commentEnd(comment)) == move.firstToken()) {
        Matcher link =
            BARE_LINK
                .matcher(text)
                .region(move.tokens.commentBegin(comment), move.tokens.commentEnd(comment));
        while (link.find()) {
          boolean itself = link.group(1).equals(move.name()) && !isOverload(text, link.end(1));
          if (!itself && !isGone(link.start(1))) {
            move.inside.insert(link.start(1) - 1, before);
          } else if (itself && !(move instanceof StaticMove) && hasList(text, link.end(1))) {
            // Its parameters are others now; the name alone is enough.
            move.inside.remove(link.end(1), text.indexOf(')', link.end(1)) + 1);
          }
        }
      }
    }
  }

  /** Whether a list of parameters stands behind a name. */
  private static boolean hasList(String text, int past) {
    return text.startsWith("(", past) && text.indexOf(')', past) > 0;
  }

  /** Whether types behind the name of the member in a link are those of another one. */
  private boolean isOverload(String text, int past) {
    return hasList(text, past)
        && units.has(move.member, Trait.METHOD)
        && !DocLinks.isListOf(
            text.substring(past + 1, text.indexOf(')', past)), units.simpleName(move.member));
  }

  /** Whether a char goes with the documentation of a parameter that the method has no more. */
  private boolean isGone(int at) {
    return move.inside.list().stream().anyMatch(edit -> edit.begin() <= at && at < edit.end());
  }

  private static final Pattern BARE_LINK =
      Pattern.compile("(?<=\\{@link(?:plain)? |@see )#([\\p{L}_$][\\w$]*)");

  /** A type's name as documentation in a file can have it; it brings in no import. */
  private String documented(int in, int type) {
    if (units.has(type, Trait.FOREIGN) && units.level(units.parent(type)) == Level.TYPE) {
      return units.simpleName(type);
    }
    int top = units.has(type, Trait.FOREIGN) ? type : units.topTypeOf(type);
    String full = units.name(type);
    int around = units.name(top).length() - units.simpleName(top).length();
    return move.names.isSeen(in, top) ? full.substring(around) : full;
  }
}
