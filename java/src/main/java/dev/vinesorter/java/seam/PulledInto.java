package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;

/** The class above as it gets what its classes had in common. */
final class PulledInto {
  private final PulledUp up;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Base step;
  private final Layout layout;
  private final int there;
  private final NewSource source;
  private final Attributed all;
  private final List<Sibling> siblings;
  private final Sibling first;
  private final PulledFields fields;
  private final PulledAccess access;
  private final TypeElement above;

  PulledInto(PulledUp up) {
    this.up = up;
    this.rewriting = up.rewriting;
    this.code = up.code;
    this.units = up.units;
    this.step = up.step;
    this.layout = new Layout(up.code);
    this.there = up.there;
    this.source = up.source;
    this.all = up.all;
    this.siblings = up.siblings;
    this.first = up.first;
    this.fields = up.fields;
    this.access = new PulledAccess(up);
    this.above = up.above;
  }

  /** Writes the class above, and lets those below be below it. */
  void write() {
    Naming naming =
        there < 0 ? source.naming() : new Naming(code, rewriting.names(), units.fileOf(there));
    PulledText text = new PulledText(rewriting, first, source, there, naming, step.as(), up.now);
    Map<String, Access> ofHooks = new LinkedHashMap<>();
    up.hooks.keySet().forEach(name -> ofHooks.put(name, access.hook(name)));
    Map<String, Access> ofFields = new LinkedHashMap<>();
    up.state.keySet().forEach(name -> ofFields.put(name, access.ofField(name)));
    Access ofMethod = access.ofMethod();
    if (!rewriting.isFine()) {
      return;
    }
    String in = there < 0 ? layout.step(first.file()) : layout.memberIndent(there);
    List<Written> ofState = new ArrayList<>();
    ofFields.forEach(
        (name, access) -> {
          int field = units.find(units.name(first.type()) + "#" + name, Level.MEMBER);
          ofState.add(text.member(field, usesOf(field), access, in, Set.of(up.after(name)), true));
        });
    Written method =
        text.member(
            first.method(),
            up.usesOf(first),
            ofMethod,
            in,
            meansAbove(first.executable()),
            up.isOverriding(first.executable()));
    List<Written> ofParts = new ArrayList<>();
    ofHooks.forEach(
        (name, access) -> {
          if (up.inherited(up.hooks.get(name)) == null) {
            ofParts.add(hookAbove(naming, up.hooks.get(name), access));
          }
        });
    if (!rewriting.isFine()) {
      return;
    }
    if (there < 0) {
      file(naming, ofState, method, ofParts, in);
    } else {
      inside(ofState, method, ofParts, in);
    }
    PulledBelow below = new PulledBelow(up, access);
    siblings.forEach(below::write);
  }

  private SplitUses usesOf(int field) {
    SplitUses uses = new SplitUses(all, first.tree(), first.owner());
    uses.scan(fields.declaration(first, field));
    return uses;
  }

  /** What the name of the method means in the class above. */
  private Set<String> meansAbove(ExecutableElement method) {
    Set<String> means = new TreeSet<>();
    for (String old :
        rewriting.means(
            first.file(), units.nameAt(first.method()), units.nameAt(first.method()) + 1)) {
      int hash = old.indexOf('#');
      TypeElement of = hash < 0 ? null : all.elements().getTypeElement(old.substring(0, hash));
      boolean stays = of != null && !(there >= 0 && of.equals(above)) && isAbove(of);
      if (stays) {
        means.add(old);
      }
    }
    return means;
  }

  /** Whether the class above, or the new one, is below a type. */
  private boolean isAbove(TypeElement of) {
    List<TypeMirror> all = new ArrayList<>(up.interfaces);
    all.add(above.asType());
    return all.stream()
        .anyMatch(
            one ->
                this.all
                    .types()
                    .isSubtype(
                        this.all.types().erasure(one), this.all.types().erasure(of.asType())));
  }

  /** An abstract method, without the blanks before it. */
  private Written hookAbove(Naming naming, ExecutableElement method, Access access) {
    ExecutableType type = (ExecutableType) method.asType();
    Written signature = naming.signature(method, type);
    Written gives = naming.of(method.getReturnType());
    if (signature == null || gives == null) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type of " + ElementNames.of(method) + " has no name that could be written.",
          code.declaration(first.method()));
      return Written.NONE;
    }
    Written generics = naming.typeParameters(method.getTypeParameters());
    String word = access == Access.PACKAGE ? "" : access.shown() + " ";
    return Written.of(word + "abstract ")
        .and(generics)
        .and(generics == Written.NONE ? "" : " ")
        .and(gives)
        .and(" " + method.getSimpleName())
        .and(signature)
        .and(";");
  }

  private void file(
      Naming naming, List<Written> ofState, Written method, List<Written> parts, String in) {
    Set<String> shown = new LinkedHashSet<>();
    siblings.forEach(one -> shown.add("{@link " + source.shown(one.type()) + "}"));
    List<String> names = new ArrayList<>(shown);
    String last = names.remove(names.size() - 1);
    boolean open =
        siblings.stream()
            .anyMatch(
                one ->
                    units.has(one.type(), Trait.PUBLIC)
                        || !code.packageBefore(one.type()).equals(source.packageName()));
    PulledConstructors constructors = up.constructors();
    Written text =
        Written.of(
                "/** What "
                    + String.join(", ", names)
                    + " and "
                    + last
                    + " have in common. */\n"
                    + (open ? "public " : "")
                    + "abstract class ")
            .and(constructors.name())
            .and(naming.typeParameters(up.generics));
    if (!above.getQualifiedName().contentEquals("java.lang.Object")) {
      text = text.and(" extends ").and(naming.of(first.owner().getSuperclass()));
    }
    if (!up.interfaces.isEmpty()) {
      List<Written> all = up.interfaces.stream().map(naming::of).toList();
      text = text.and(" implements ").and(Written.joined(all, ", "));
    }
    text = text.and(layout.opensType(first.file()) + "\n");
    for (Written one : ofState) {
      text = text.and(in).and(one).and("\n");
    }
    boolean begun = !ofState.isEmpty();
    for (Written made : constructors.above(naming, in)) {
      text = text.and(begun ? "\n" : "").and(made).and("\n");
      begun = true;
    }
    text = text.and((begun ? "\n" : "") + in).and(method).and("\n");
    for (Written one : parts) {
      text = text.and("\n" + in).and(one).and("\n");
    }
    rewriting.newFile(source.path(), source.text(text.and("}\n")));
    rewriting.rewrites(step.as());
  }

  private void inside(List<Written> ofState, Written method, List<Written> parts, String in) {
    int file = units.fileOf(there);
    String end = layout.lineEnd(file);
    Patch patch = rewriting.in(file);
    ExecutableElement known = up.inherited(first.executable());
    boolean own = known != null && known.getEnclosingElement().equals(above);
    if (known != null && !own) {
      rewriting.comesBetween(up.after(units.simpleName(first.method())), ElementNames.of(known));
    }
    Written rest = Written.NONE;
    Layout.Spot spot = layout.last(there);
    boolean blank = spot.blankBefore();
    for (Written one : ofState) {
      rest = rest.and(end + (blank ? end : "") + in).and(one.withLineEnd(end));
      blank = false;
    }
    blank |= !ofState.isEmpty();
    if (own) {
      int old = units.find(ElementNames.of(known), Level.MEMBER);
      MemberRegion region = MemberRegion.of(code, old);
      int begin = TextLines.behindBlanks(code.text(file), region.begin());
      int past = region.end();
      boolean documented =
          ParameterTag.comment(code.text(file), code.tokens(file), units.begin(old)) != null;
      patch.replace(documented ? units.begin(old) : begin, past, method.withLineEnd(end));
    } else {
      rest = rest.and(end + (blank ? end : "") + in).and(method.withLineEnd(end));
      blank = true;
    }
    for (Written one : parts) {
      rest = rest.and(end + (blank ? end : "") + in).and(one);
      blank = true;
    }
    if (rest != Written.NONE) {
      patch.insert(spot.at(), rest);
    }
    rewriting.rewrites(up.after(units.simpleName(first.method())));
    up.hooks.keySet().forEach(name -> rewriting.rewrites(up.after(name)));
    up.state.keySet().forEach(name -> rewriting.rewrites(up.after(name)));
  }
}
