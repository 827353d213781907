package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Parameters;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * One of two methods of a type that do the very same becomes the other. In one type the same words
 * mean the same, so the words are compared: those of the parameters by their place, and each
 * method's own name, which it has where it calls itself.
 */
public final class SameMethod {
  private static final Set<String> ACCESS = Set.of("public", "protected", "private");

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final JavaTokens tokens;
  private final int file;
  private final int method;
  private final int other;
  private final boolean forward;
  private final boolean widen;

  private SameMethod(Rewriting rewriting, int method, int other, Set<Leave> leaves) {
    this.forward = leaves.contains(Leave.FORWARD);
    this.widen = leaves.contains(Leave.WIDEN);
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.file = units.fileOf(method);
    this.tokens = code.tokens(file);
    this.method = method;
    this.other = other;
  }

  /**
   * Lets a method become another one of its type, or call it where it is to stay.
   *
   * @param leaves whether the method stays, and whether the other may become less private
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int method, int other, Set<Leave> leaves, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    new SameMethod(rewriting, method, other, leaves).run();
    return rewriting.finish(readings);
  }

  /** Why a method cannot become one with others at all; null where it can. */
  public static RefusalCode against(SourceView code, int method) {
    Units units = code.units();
    if (!units.has(method, Trait.METHOD) || units.has(method, Trait.ABSTRACT)) {
      return RefusalCode.NO_BODY;
    }
    return MemberFamily.isInOne(code.survey(), method) ? RefusalCode.OVERRIDING : null;
  }

  private void run() {
    List<String> own = words(method);
    List<String> others = words(other);
    int differs = 0;
    while (differs < Math.min(own.size(), others.size())
        && own.get(differs).equals(others.get(differs))) {
      differs++;
    }
    if (own.size() != others.size() || differs < own.size()) {
      rewriting.refuse(
          RefusalCode.NOT_ALIKE,
          "It is not the same as "
              + units.name(other)
              + ": '"
              + at(own, differs)
              + "' in the one, '"
              + at(others, differs)
              + "' in the other.",
          code.declaration(other));
      return;
    }
    if (forward) {
      passOn();
    } else {
      become();
    }
  }

  /** The method stays, and calls the other. */
  private void passOn() {
    int open = tokens.bodyBrace(tokens.from(units.nameAt(method)));
    boolean gives = !tokens.is(tokens.from(units.nameAt(method)) - 1, "void");
    Layout layout = new Layout(code);
    String indent = layout.memberIndent(units.parent(method));
    String lineEnd = layout.lineEnd(file);
    rewriting
        .in(file)
        .replace(
            tokens.end(open),
            units.end(method) - 1,
            Written.of(lineEnd + indent + layout.step(file) + (gives ? "return " : ""))
                .and(othersName())
                .and("(" + String.join(", ", parameters(method)) + ");" + lineEnd + indent));
    rewriting.rewrites(units.name(method));
  }

  private Written othersName() {
    return Written.of(MemberNames.bare(units.simpleName(other)), units.name(other));
  }

  /** Whatever names the method names the other; the method goes. */
  private void become() {
    String name = MemberNames.bare(units.simpleName(method));
    String others = MemberNames.bare(units.simpleName(other));
    WidenedForUse widened = new WidenedForUse(rewriting);
    Set<Integer> files = new TreeSet<>();
    for (int r : code.references().to(method)) {
      int user = code.references().from(r);
      int in = units.fileOf(user);
      int at = code.references().at(r);
      boolean named = code.references().kind(r) != Kind.MENTIONS && code.isNamed(user, r, name);
      if (named && !units.inside(user, method)) {
        rewriting.in(in).replace(at, at + name.length(), othersName());
        widened.demand(user, other, code.survey().site(r));
        files.add(in);
      }
    }
    files.forEach(in -> imports(in, name));
    for (DocLinks.Link link : new DocLinks(code, Set.of(method)).all(name)) {
      boolean own = link.file() == file && units.begin(method) <= link.begin();
      if (!own || link.begin() >= units.end(method)) {
        int begin = link.hash() + 1;
        rewriting.in(link.file()).replace(begin, begin + name.length(), Written.of(others));
      }
    }
    MemberRegion.of(code, method).takeOut(rewriting, file);
    rewriting.rewrites(units.name(method));
    widened.apply(widen);
  }

  /** A static import of the method is one of the other, or goes where that is there. */
  private void imports(int in, String name) {
    String others = MemberNames.bare(units.simpleName(other));
    for (JavaHeader.Import one : code.header(in).imports()) {
      if (one.isStatic() && !one.onDemand() && one.simpleName().equals(name)) {
        String qualifier = one.name().substring(0, one.name().lastIndexOf('.') + 1);
        boolean there =
            code.header(in).imports().stream()
                .anyMatch(i -> i.isStatic() && i.name().equals(qualifier + others));
        int end = one.nameEnd();
        if (there) {
          rewriting.names().imports(in).remove(one);
        } else if (qualifier.equals(units.name(units.parent(method)) + ".")) {
          rewriting.in(in).replace(end - name.length(), end, Written.of(others).free());
        }
      }
    }
  }

  private static String at(List<String> words, int place) {
    return place < words.size() ? words.get(place) : "}";
  }

  /** A method's words, but for its access and comments; its parameters go by their place. */
  private List<String> words(int of) {
    Map<String, String> own = new HashMap<>();
    for (String parameter : parameters(of)) {
      own.put(parameter, "parameter " + (own.size() + 1));
    }
    String name = MemberNames.bare(units.simpleName(of));
    List<String> words = new ArrayList<>();
    int last = tokens.before(units.end(of));
    int nameAt = tokens.from(units.nameAt(of));
    for (int token = tokens.from(units.begin(of)); token <= last; token++) {
      String word = tokens.text(token);
      boolean selected = tokens.is(token - 1, ".");
      boolean call = tokens.is(token + 1, "(");
      if (word.equals(name) && call) {
        words.add("the method");
      } else if (!word.equals("final") && (token > nameAt || !ACCESS.contains(word))) {
        words.add(selected || call ? word : own.getOrDefault(word, word));
      }
    }
    return words;
  }

  private List<String> parameters(int of) {
    return Parameters.names(tokens, tokens.from(units.nameAt(of)) + 1);
  }
}
