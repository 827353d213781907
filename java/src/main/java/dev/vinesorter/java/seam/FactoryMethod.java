package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.ParameterizedTypeTree;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ExecutableType;

/**
 * Objects of a class are made in one place: a method for each constructor that is called, in a type
 * that is new or there. Where it gives a type above the class, what takes the objects names that.
 */
public final class FactoryMethod {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Factory step;
  private final int lower;
  private final Layout layout;
  private final String home;
  private final String method;

  /** The type that takes the method; -1 where it is new. */
  private final int there;

  private final NewSource source;
  private Attributed all;
  private TypeElement below;

  private FactoryMethod(Rewriting rewriting, int lower, Step.Factory step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.lower = lower;
    this.layout = new Layout(code);
    this.home = step.in().substring(0, step.in().indexOf('#'));
    this.method = step.in().substring(step.in().indexOf('#') + 1);
    this.there = units.find(home, Level.TYPE);
    this.source = there < 0 ? new NewSource(code, units.fileOf(lower), home) : null;
  }

  /**
   * Carries it out.
   *
   * @param lower the class
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int lower, Step.Factory step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    FactoryMethod factory = new FactoryMethod(rewriting, lower, step);
    factory.place();
    if (rewriting.isFine()) {
      SupertypeUse use = new SupertypeUse(rewriting, lower, List.of());
      Set<String> files = new TreeSet<>(use.files());
      if (factory.there >= 0) {
        files.add(survey.units().name(survey.units().fileOf(factory.there)));
      }
      readings.of(
          sources,
          files,
          attributed -> {
            factory.all = attributed;
            factory.run(use);
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private void place() {
    int known = step.gives().isEmpty() ? -1 : units.find(step.gives(), Level.TYPE);
    boolean own = known >= 0 && known != lower && !units.has(known, Trait.FOREIGN);
    if (own && !code.allSupertypes(lower).contains(known)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          step.gives() + " is not above " + units.name(lower) + ".",
          code.declaration(lower));
      return;
    }
    boolean named =
        (home + "." + method).matches("(?:[\\p{L}_$][\\p{L}\\d_$]*\\.)+[\\p{L}_$][\\p{L}\\d_$]*");
    boolean lies = there >= 0 || source.path() != null;
    if (!named || !lies || there >= 0 && units.has(there, Trait.FOREIGN)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          named ? home + " cannot take a method." : "'" + step.in() + "' names no method.",
          code.declaration(lower));
    } else if (there < 0 && code.sources().exists(source.path())) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          "There is " + source.path() + " already.",
          code.declaration(lower));
    } else if (units.has(lower, Trait.ABSTRACT)
        || units.has(lower, Trait.INTERFACE)
        || units.has(lower, Trait.ENUM)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          "Nobody makes objects of " + units.name(lower) + ".",
          code.declaration(lower));
    } else if (units.level(units.parent(lower)) == Level.TYPE
        && !units.has(lower, Trait.STATIC)
        && !units.has(lower, Trait.RECORD)) {
      rewriting.refuse(
          RefusalCode.INNER_CLASS,
          units.name(lower) + " is made by the objects around it.",
          code.declaration(lower));
    }
  }

  private void run(SupertypeUse use) {
    below = all.elements().getTypeElement(units.name(lower));
    String wanted = step.gives().isEmpty() ? units.name(lower) : step.gives();
    TypeElement above = all.elements().getTypeElement(wanted);
    if (below == null || above == null) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_UNIT,
          "There is no type " + wanted + ". " + NearestNames.hint(units, wanted),
          code.declaration(lower));
      return;
    }
    boolean isAbove =
        all.types()
            .isSubtype(all.types().erasure(below.asType()), all.types().erasure(above.asType()));
    if (!isAbove) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          wanted + " is not above " + units.name(lower) + ".",
          code.declaration(lower));
      return;
    }
    TypeAbove type = new TypeAbove(all, rewriting, above, below);
    TypeChange change = use.solve(all, type, true);
    if (change == null) {
      return;
    }
    made(use, change, type, above.equals(below));
  }

  /** Finds the places that can take what the method gives, and writes them. */
  private void made(SupertypeUse use, TypeChange change, TypeAbove type, boolean itself) {
    List<TypeChange.Creation> others =
        change.creations().stream().filter(one -> !isOwn(one)).toList();
    List<TypeChange.Creation> made =
        others.stream().filter(one -> itself || one.node().changes()).toList();
    int kept = others.size() - made.size();
    if (made.isEmpty()) {
      rewriting.refuse(
          RefusalCode.NO_TAKER,
          kept == 0
              ? "Nobody else makes a " + units.name(lower) + "."
              : "Every place that makes a "
                  + units.name(lower)
                  + " needs more than "
                  + type.name()
                  + ".",
          code.declaration(lower));
      return;
    }
    if (!itself) {
      Set<TypeChange.Node> reached =
          change.reached(made.stream().map(TypeChange.Creation::node).toList());
      use.write(change, type, change.nodes().stream().filter(reached::contains).toList());
      made.forEach(one -> calls(one, type));
    }
    if (kept > 0) {
      rewriting.tell(
          (kept == 1 ? "1 place goes" : kept + " places go")
              + " on making a "
              + units.simpleName(lower)
              + ": more is asked of it.");
    }
    write(made, type);
  }

  /** Whether a place stands in the class itself, or in the type that makes it. */
  private boolean isOwn(TypeChange.Creation one) {
    int file = units.find(one.node().file(), Level.FILE);
    int top = code.topTypeAt(file, one.node().begin());
    return top == units.topTypeOf(lower) || there >= 0 && top == units.topTypeOf(there);
  }

  private void calls(TypeChange.Creation one, TypeAbove type) {
    for (TypeChange.Called called : one.node().calls()) {
      rewriting.meansInstead(
          units.find(called.file(), Level.FILE),
          called.at(),
          called.at() + 1,
          ElementNames.of(called.method()),
          Set.of(type.unitOf(called.method())));
    }
  }

  // ---- the edits

  private void write(List<TypeChange.Creation> made, TypeAbove type) {
    Map<ExecutableElement, String> constructors = new LinkedHashMap<>();
    for (TypeChange.Creation one : made) {
      String name = ElementNames.of(one.constructor());
      String unit = home + "#" + method + name.substring(name.indexOf('('));
      constructors.put(one.constructor(), unit);
      creation(one, unit);
    }
    List<Written> methods = new ArrayList<>();
    Naming naming =
        there < 0 ? source.naming() : new Naming(code, rewriting.names(), units.fileOf(there));
    constructors.forEach(
        (constructor, unit) -> {
          int known = there < 0 ? -1 : units.find(unit, Level.MEMBER);
          if (known < 0) {
            Written written = method(naming, constructor, type);
            if (written != null) {
              methods.add(written);
            }
          } else if (!units.has(known, Trait.STATIC)) {
            rewriting.refuse(
                RefusalCode.NAME_CLASH,
                "There is " + unit + " already, which needs an object.",
                code.declaration(known));
          } else if (!step.may(Leave.CHOOSES)
              && !new PlainCreation(all).isAll(known, constructor, code)) {
            rewriting.refuse(
                RefusalCode.OTHER_OBJECT,
                unit
                    + " is there, and does more than to make "
                    + units.name(lower)
                    + " of what it is given. If that is meant, say 'chooses: true'.",
                code.declaration(known));
          }
        });
    if (there >= 0) {
      inside(methods);
    } else {
      file(methods, naming);
    }
  }

  /** A place that made an object asks for one. */
  private void creation(TypeChange.Creation one, String unit) {
    int file = units.find(one.node().file(), Level.FILE);
    LocatedTree tree = all.file(one.node().file());
    ExpressionTree named = one.tree().getIdentifier();
    String arguments = "";
    if (named instanceof ParameterizedTypeTree generic && !generic.getTypeArguments().isEmpty()) {
      int begin = tree.begin(generic.getTypeArguments().get(0));
      int last = generic.getTypeArguments().size() - 1;
      arguments =
          "<" + tree.text().substring(begin, tree.end(generic.getTypeArguments().get(last))) + ">";
    }
    Written owner =
        there >= 0
            ? rewriting.named(file, there)
            : Written.of(rewriting.names().in(file, home), home);
    Written call = owner.and("." + arguments + method, unit);
    rewriting
        .in(file)
        .replace(
            one.node().begin(),
            tree.end(named),
            // What a call makes an array of is meant by its name as well.
            arguments.isEmpty() && !one.constructor().isVarArgs() ? call : call.free());
  }

  /** A method that makes an object, its lines behind the first not indented yet. */
  private Written method(Naming naming, ExecutableElement constructor, TypeAbove type) {
    Written signature = naming.signature(constructor, (ExecutableType) constructor.asType());
    Written gives = naming.of(type.seen(below.asType()));
    Written name = naming.name(below);
    if (signature == null || gives == null || name == null) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type that the constructor takes has no name that could be written.",
          code.declaration(lower));
      return null;
    }
    String unit = ElementNames.of(constructor);
    Set<String> makes = new TreeSet<>(name.means());
    makes.remove(units.name(lower));
    makes.add(units.find(unit, Level.MEMBER) >= 0 ? unit : units.name(lower));
    List<String> names =
        constructor.getParameters().stream().map(one -> one.getSimpleName().toString()).toList();
    Written generics = naming.typeParameters(below.getTypeParameters());
    String diamond = generics == Written.NONE ? "" : "<>";
    int file = units.fileOf(there < 0 ? lower : there);
    String end = there < 0 ? "\n" : layout.lineEnd(file);
    return Written.of("public static ")
        .and(generics)
        .and(generics == Written.NONE ? "" : " ")
        .and(gives)
        .and(" " + method)
        .and(signature)
        .and(layout.opensMethod(file, "", end) + end + layout.step(file) + "return new ")
        .and(Written.of(name.text(), makes))
        .and(diamond + "(" + String.join(", ", names) + ");" + end + "}");
  }

  private void inside(List<Written> methods) {
    if (methods.isEmpty()) {
      return;
    }
    int file = units.fileOf(there);
    String end = layout.lineEnd(file);
    String in = layout.memberIndent(there);
    Layout.Spot spot = layout.last(there);
    Written all = Written.NONE;
    for (Written one : methods) {
      all =
          all.and(end + (all == Written.NONE && !spot.blankBefore() ? "" : end) + in)
              .and(one.indented("", in));
    }
    rewriting.in(file).insert(spot.at(), all);
  }

  private void file(List<Written> methods, Naming naming) {
    String step = layout.step(units.fileOf(lower));
    Written text =
        Written.of(
            "/** The one place that makes a {@link "
                + naming.name(below).text()
                + "}. */\npublic final class "
                + source.simpleName()
                + layout.opensType(units.fileOf(lower))
                + "\n"
                + step
                + "private "
                + source.simpleName()
                + "() {}\n");
    for (Written one : methods) {
      text = text.and("\n" + step).and(one.indented("", step)).and("\n");
    }
    rewriting.newFile(source.path(), source.text(text.and("}\n")));
    rewriting.rewrites(home);
  }
}
