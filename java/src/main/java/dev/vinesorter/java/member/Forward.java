package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.CodeStyle;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.List;

/** What a moved member leaves behind for callers that cannot be changed: it passes them on. */
final class Forward {
  private final MemberMove move;
  private final Units units;
  private final JavaTokens tokens;

  Forward(MemberMove move) {
    this.move = move;
    this.units = move.units;
    this.tokens = move.tokens;
  }

  /** The declaration that stays, without indentation; empty where the step is refused. */
  String text() {
    String head = head();
    String reached = move.forwarding();
    String file = units.name(move.file);
    String link =
        "/** @deprecated It is {@link "
            + move.names.in(move.file, move.target)
            + "#"
            + move.name()
            + "} now. */";
    List<String> lines;
    if (units.has(move.member, Trait.METHOD)) {
      boolean isVoid = "void".equals(units.type(move.member));
      CodeStyle style = new CodeStyle(move.code, move.file);
      lines =
          List.of(
              link,
              "@Deprecated",
              head + style.opensMethod("", "\n"),
              style.step() + (isVoid ? "" : "return ") + reached + ";",
              "}");
    } else if (units.has(move.member, Trait.FINAL)) {
      lines = List.of(link, "@Deprecated", head + " = " + reached + ";");
    } else {
      move.refuse(
          RefusalCode.NO_FORWARD,
          "A field that gets other values cannot stay beside itself.",
          move.code.declaration(move.member));
      return "";
    }
    String whole = String.join("\n", lines);
    return move.code.sources().text(file).encodable(whole);
  }

  /** The declaration before its body or value, on one line. */
  private String head() {
    int from = move.firstToken();
    int past = tokens.from(units.nameAt(move.member)) + 1;
    if (units.has(move.member, Trait.METHOD)) {
      past = tokens.behind(past, "(", ")");
      while (!tokens.is(past, "{")) {
        past++;
      }
    }
    String text = move.code.text(move.file);
    return text.substring(tokens.begin(from), tokens.end(past - 1)).replaceAll("\\s+", " ");
  }
}
