import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;

/** Draws random steps of a sort: types, packages, renames, static, instance, fields, tighten, sort, remove. */
final class Draw {
  /** A local variable with its first value in a line of its own. */
  private static final java.util.regex.Pattern LOCAL =
      java.util.regex.Pattern.compile("\\n\\s+(?:final )?[A-Z]?\\w+(?:<[\\w, ]+>)? (\\w+) = [^;{}]+;");

  private final Survey survey;
  private final Units units;
  private final Random random;
  private final List<Integer> types = new ArrayList<>();
  private final List<Integer> members = new ArrayList<>();
  private final List<String> packages;
  private final Overlay sources;
  private final Map<Integer, LocatedTree> trees = new HashMap<>();

  /** Test code is left out unless {@code tests}. */
  Draw(Survey survey, Random random, boolean tests, Overlay sources) {
    this.sources = sources;
    this.survey = survey;
    this.units = survey.units();
    this.random = random;
    TreeSet<String> names = new TreeSet<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.has(unit, Trait.FOREIGN) || !tests && units.has(unit, Trait.TEST)) {
        continue;
      }
      if (units.level(unit) == Level.TYPE && units.topTypeOf(unit) == unit) {
        types.add(unit);
        names.add(units.name(units.packageOf(unit)));
      } else if (units.level(unit) == Level.MEMBER && !units.has(unit, Trait.INITIALISER)) {
        members.add(unit);
      }
    }
    if (names.size() == 1) {
      names.add(names.first() + ".moved");
    }
    packages = new ArrayList<>(names);
  }

  private <T> T any(List<T> of) {
    return of.get(random.nextInt(of.size()));
  }

  Step step(String sort, int trial) {
    return switch (sort) {
      case "types" -> {
        int type = any(types);
        String into;
        do {
          into = any(packages);
        } while (into.equals(units.name(units.packageOf(type))));
        yield Step.move(units.name(type), into, true, 0);
      }
      case "packages" -> {
        String name = units.name(units.packageOf(any(types)));
        String into = trial % 2 == 0 ? "org.elsewhere" : any(packages);
        yield new Step.Move(
            List.of(name),
            into,
            trial % 3 == 0 ? Set.of(Leave.WIDEN, Leave.BELOW) : Set.of(Leave.WIDEN),
            0);
      }
      case "renames" -> {
        int unit;
        do {
          unit = trial % 3 == 0 ? any(types) : any(members);
        } while (units.has(unit, Trait.CONSTRUCTOR) || ofLibrary(unit));
        String name = units.simpleName(unit);
        int open = name.indexOf('(');
        yield Step.rename(
            units.name(unit), (open < 0 ? name : name.substring(0, open)) + "Anew", 0);
      }
      case "static" -> {
        List<Integer> found = new ArrayList<>();
        for (int unit : members) {
          boolean constant = units.has(units.parent(unit), Trait.ENUM) && units.has(unit, Trait.FIELD);
          if (units.has(unit, Trait.STATIC) && units.has(unit, Trait.METHOD) && !constant) {
            found.add(unit);
          }
        }
        int member = any(found);
        yield Step.move(units.name(member), units.name(otherType(member)), true, 0);
      }
      case "through parameter" -> {
        List<Step> found = new ArrayList<>();
        for (int unit : members) {
          List<String> names = units.facts().parameters(unit);
          String written = units.simpleName(unit);
          String[] given = written.contains("(") ? written.substring(written.indexOf('(') + 1, written.length() - 1).split(", ") : new String[0];
          boolean asked = units.has(unit, Trait.STATIC) && units.has(unit, Trait.METHOD) && names.size() == given.length;
          for (int n = 0; asked && n < given.length; n++) {
            for (int type : types) {
              if (units.simpleName(type).equals(given[n])) {
                found.add(new Step.Move(List.of(units.name(unit)), units.name(type), Set.of(Leave.WIDEN, Leave.NEVER_NULL), 0).through(names.get(n)));
              }
            }
          }
        }
        yield found.isEmpty() ? null : found.get(random.nextInt(found.size()));
      }
      case "instance", "present" -> {
        List<String[]> found = new ArrayList<>();
        for (int unit : members) {
          if (units.has(unit, Trait.METHOD) && !units.has(unit, Trait.STATIC) && !units.has(unit, Trait.ABSTRACT) && !overrides(unit)) {
            for (int type : reachable(unit)) {
              found.add(new String[] {units.name(unit), units.name(type)});
            }
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        String[] pair = any(found);
        Step.Move step = Step.move(pair[0], pair[1], true, 0);
        yield sort.equals("instance")
            ? step
            : new Step.Move(step.units(), step.into(), Set.of(Leave.WIDEN, Leave.NEVER_NULL), 0);
      }
      case "fields" -> {
        References references = survey.references();
        List<String[]> found = new ArrayList<>();
        for (int unit : members) {
          int owner = units.parent(unit);
          if (!units.has(unit, Trait.FIELD) || units.has(unit, Trait.STATIC) || units.level(owner) != Level.TYPE || units.has(owner, Trait.ENUM) || units.has(owner, Trait.RECORD)) {
            continue;
          }
          for (int r = references.row(owner); r < references.row(owner + 1); r++) {
            if (references.kind(r) == Kind.EXTENDS && !units.has(references.target(r), Trait.FOREIGN)) {
              found.add(new String[] {units.name(unit), units.name(references.target(r))});
            }
          }
          for (int r : references.to(owner)) {
            if (references.kind(r) == Kind.EXTENDS && references.to(owner).length < 40) {
              found.add(new String[] {units.name(unit), units.name(references.from(r))});
            }
          }
          for (int other : units.children(owner)) {
            if (other != unit && units.has(other, Trait.FIELD) && !units.has(other, Trait.STATIC) && units.has(other, Trait.FINAL)) {
              for (int r = references.row(other); r < references.row(other + 1); r++) {
                int type = references.target(r);
                if (units.level(type) == Level.TYPE && !units.has(type, Trait.FOREIGN) && !units.has(type, Trait.INTERFACE)) {
                  found.add(new String[] {units.name(unit), units.name(type)});
                }
              }
            }
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        String[] pair = any(found);
        yield new Step.Move(List.of(pair[0]), pair[1], Set.of(Leave.WIDEN, Leave.NEVER_NULL, Leave.OWN), 0);
      }
      case "anywhere", "given" -> {
        int unit;
        do {
          unit = any(members);
        } while (!units.has(unit, Trait.METHOD) || units.has(unit, Trait.STATIC) || units.has(unit, Trait.ABSTRACT) || units.has(unit, Trait.SYNCHRONIZED) || overrides(unit));
        yield sort.equals("given")
            ? new Step.Move(List.of(units.name(unit)), units.name(units.packageOf(unit)) + ".Given", Set.of(Leave.WIDEN, Leave.NEVER_NULL, Leave.FOUND_BY_NAME, Leave.NEW_TYPE), 0).through("new")
            : new Step.Move(List.of(units.name(unit)), units.name(otherType(unit)), Set.of(Leave.WIDEN, Leave.NEVER_NULL, Leave.FOUND_BY_NAME), 0);
      }
      case "nested out" -> {
        List<Integer> nested = new ArrayList<>();
        for (int unit = 0; unit < units.size(); unit++) {
          if (units.level(unit) == Level.TYPE && !units.has(unit, Trait.FOREIGN) && units.level(units.parent(unit)) == Level.TYPE) {
            nested.add(unit);
          }
        }
        int unit = nested.isEmpty() ? -1 : any(nested);
        yield unit < 0
            ? null
            : new Step.Move(List.of(units.name(unit)), trial % 3 == 0 ? units.name(units.packageOf(any(types))) : units.name(units.packageOf(unit)), Set.of(Leave.WIDEN), 0);
      }
      case "nested in" -> {
        int unit = any(types);
        yield new Step.Move(List.of(units.name(unit)), units.name(any(types)), Set.of(Leave.WIDEN), 0);
      }
      case "tighten" -> new Step.Tighten(List.of(units.name(any(types))), Set.of(), 0);
      case "tighten library" -> new Step.Tighten(List.of(units.name(any(types))), Set.of(Leave.LIBRARY), 0);
      case "sort" -> new Step.Sort(List.of(units.name(any(types))), List.of(), 0);
      case "remove", "remove used" -> {
        List<Integer> found = new ArrayList<>();
        for (int unit : trial % 4 == 0 ? types : members) {
          if (isUsed(unit) == sort.equals("remove used")) {
            found.add(unit);
          }
        }
        yield found.isEmpty()
            ? null
            : new Step.Remove(List.of(units.name(any(found))), trial % 3 == 0 ? Set.of(Leave.SWEEP) : Set.of(), 0);
      }
      case "extract", "extract value" -> {
        String[] drawn = null;
        for (int tries = 0; tries < 200 && drawn == null; tries++) {
          int unit = any(members);
          if (units.has(unit, Trait.METHOD) && !units.has(unit, Trait.ABSTRACT) && !units.has(unit, Trait.FOREIGN)) {
            drawn = stretch(unit, sort.equals("extract"));
          }
        }
        yield drawn == null
            ? null
            : new Step.Extract(List.of(drawn[0]), drawn[1], "", "pulledOut", "private", "", Set.of(), 0);
      }
      case "interface" -> {
        List<Integer> found = new ArrayList<>();
        for (int type : types) {
          if (!units.has(type, Trait.TEST) && !units.has(type, Trait.ANNOTATION) && !units.has(type, Trait.GENERATED) && declares(type)) {
            found.add(type);
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        int type = any(found);
        yield new Step.Interface(
            List.of(units.name(type)), units.name(type) + "Seam", List.of(trial % 3 == 2 ? "public" : "used"), List.of(), "", Set.of(), 0);
      }
      case "use" -> {
        List<String[]> found = new ArrayList<>();
        for (int type : types) {
          if (declares(type)) {
            References references = survey.references();
            for (int r = references.row(type); r < references.row(type + 1); r++) {
              boolean above = references.kind(r) == Kind.EXTENDS || references.kind(r) == Kind.IMPLEMENTS;
              if (above && !units.name(references.target(r)).equals("java.lang.Object")) {
                found.add(new String[] {units.name(references.target(r)), units.name(type)});
              }
            }
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        String[] pair = any(found);
        yield new Step.Use(List.of(pair[0]), pair[1], List.of(), Set.of(), 0);
      }
      case "inline" -> {
        Step drawn = null;
        for (int tries = 0; tries < 2000 && drawn == null; tries++) {
          int unit = any(members);
          if (units.begin(unit) < 0 || units.has(unit, Trait.CONSTRUCTOR)) {
            continue;
          }
          String text = sources.text(units.name(units.fileOf(unit))).text().substring(units.begin(unit), units.end(unit));
          String body = text.contains("{") ? text.substring(text.indexOf('{')) : "";
          boolean method = units.has(unit, Trait.METHOD) && !overrides(unit);
          if (trial % 3 == 0 && method) {
            java.util.regex.Matcher local = LOCAL.matcher(body);
            drawn = local.find() ? new Step.Inline(List.of(units.name(unit)), local.group(1), Set.of(), 0) : null;
          } else if (trial % 3 == 1 && method && isUsed(unit) && body.chars().filter(c -> c == ';').count() == 1 && body.length() < 200) {
            drawn = new Step.Inline(List.of(units.name(unit)), "", Set.of(), 0);
          } else if (trial % 3 == 2 && units.has(unit, Trait.FIELD) && units.has(unit, Trait.STATIC) && isUsed(unit) && text.matches("(?s).*final (int|long|String|boolean|char) .*= [^;(]+;.*")) {
            drawn = new Step.Inline(List.of(units.name(unit)), "", Set.of(), 0);
          }
        }
        yield drawn;
      }
      case "inline body" -> {
        // A method of several statements, up to a screen of them, that gives its result once.
        Step drawn = null;
        for (int tries = 0; tries < 4000 && drawn == null; tries++) {
          int unit = any(members);
          if (units.begin(unit) < 0 || !units.has(unit, Trait.METHOD) || overrides(unit) || !isUsed(unit)) {
            continue;
          }
          String text = sources.text(units.name(units.fileOf(unit))).text().substring(units.begin(unit), units.end(unit));
          String body = text.contains("{") ? text.substring(text.indexOf('{')) : "";
          long ends = java.util.regex.Pattern.compile("\\breturn\\b").matcher(body).results().count();
          boolean last = ends == 0 || ends == 1 && body.matches("(?s).*\\breturn\\b[^;]*;\\s*\\}\\s*");
          boolean several = body.chars().filter(c -> c == ';').count() > 1 && body.length() < 1000;
          boolean private_ = units.has(unit, Trait.PRIVATE) || units.has(unit, Trait.STATIC);
          if (last && several && private_ && !body.contains("->")) {
            drawn = new Step.Inline(List.of(units.name(unit)), "", Set.of(Leave.WIDEN, Leave.NEVER_NULL), 0);
          }
        }
        yield drawn;
      }
      case "field" -> {
        Step drawn = null;
        for (int tries = 0; tries < 2000 && drawn == null; tries++) {
          int unit = any(members);
          if (units.begin(unit) < 0 || !units.has(unit, Trait.METHOD)) {
            continue;
          }
          String text = sources.text(units.name(units.fileOf(unit))).text().substring(units.begin(unit), units.end(unit));
          java.util.regex.Matcher local = LOCAL.matcher(text);
          drawn = local.find() ? new Step.Field(List.of(units.name(unit)), local.group(1), "drawn" + trial, Set.of(Leave.ONCE), 0) : null;
        }
        yield drawn;
      }
      case "base" -> base(trial);
      case "listen" -> {
        List<Step> found = new ArrayList<>();
        References references = survey.references();
        for (int unit : members) {
          for (int r = references.row(unit); units.has(unit, Trait.METHOD) && r < references.row(unit + 1); r++) {
            String text = sources.text(units.name(units.fileOf(unit))).text();
            int at = references.at(r);
            int line = text.lastIndexOf('\n', at) + 1;
            int end = text.indexOf('\n', at);
            boolean call = references.kind(r) == Kind.CALLS && end > 0 && text.substring(line, end).matches("\\s+(this\\.)?[a-z]\\w*\\.\\w+\\([\\w, ]*\\);");
            if (call && units.level(references.target(r)) == Level.MEMBER) {
              String as = units.name(units.packageOf(unit)) + ".Drawn" + trial;
              found.add(new Step.Listen(List.of(units.name(unit)), List.of(units.name(references.target(r))), as, "", Set.of(), 0));
            }
          }
        }
        yield found.isEmpty() ? null : any(found);
      }
      case "strategy" -> {
        List<Step> found = new ArrayList<>();
        for (int unit : members) {
          boolean decides = units.has(unit, Trait.METHOD) && units.complexity(unit) > 2 && units.begin(unit) >= 0;
          int branches = decides ? branches(unit) : 0;
          if (branches != 0) {
            List<String> names = new ArrayList<>();
            for (int n = 0; n < branches; n++) {
              names.add("Drawn" + trial + "Branch" + n);
            }
            String as = units.name(units.packageOf(unit)) + ".Drawn" + trial;
            found.add(new Step.Strategy(List.of(units.name(unit)), as, names, "", Set.of(Leave.WIDEN), 0));
          }
        }
        yield found.isEmpty() ? null : any(found);
      }
      case "compose" -> {
        List<Integer> found = new ArrayList<>();
        for (int type : survey.at(Level.TYPE)) {
          boolean extending = false;
          for (int r = survey.references().row(type); r < survey.references().row(type + 1); r++) {
            int above = survey.references().target(r);
            extending |= survey.references().kind(r) == Kind.EXTENDS && !units.name(above).equals("java.lang.Object") && !units.has(above, Trait.ABSTRACT);
          }
          if (extending && !units.has(type, Trait.FOREIGN) && !units.has(type, Trait.INTERFACE) && !units.name(type).matches(".*(Exception|Error)")) {
            found.add(type);
          }
        }
        yield found.isEmpty() ? null : new Step.Compose(List.of(units.name(any(found))), "drawn" + trial, Set.of(), 0);
      }
      case "factory" -> {
        List<Integer> found = new ArrayList<>();
        References references = survey.references();
        for (int type : types) {
          boolean made = false;
          for (int unit : units.withAllInside(type)) {
            for (int r : units.has(unit, Trait.CONSTRUCTOR) || unit == type ? references.to(unit) : new int[0]) {
              made |= references.kind(r) == Kind.CREATES && units.topTypeOf(references.from(r)) != type;
            }
          }
          if (made && !units.has(type, Trait.ABSTRACT) && !units.has(type, Trait.TEST)) {
            found.add(type);
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        int type = any(found);
        String gives = "";
        for (int r = references.row(type); trial % 2 == 1 && r < references.row(type + 1); r++) {
          boolean above = references.kind(r) == Kind.EXTENDS || references.kind(r) == Kind.IMPLEMENTS;
          gives = above && !units.name(references.target(r)).equals("java.lang.Object") ? units.name(references.target(r)) : gives;
        }
        yield new Step.Factory(List.of(units.name(type)), units.name(type) + (trial % 3 == 0 ? "#madeAnew" : "Home#made"), gives, Set.of(), 0);
      }
      case "inject" -> {
        List<String[]> found = new ArrayList<>();
        References references = survey.references();
        for (int unit : members) {
          for (int r = references.row(unit); r < references.row(unit + 1); r++) {
            int target = references.target(r);
            boolean fits =
                references.kind(r) == Kind.CREATES
                    && !units.has(target, Trait.FOREIGN)
                    && units.has(unit, Trait.FIELD)
                    && !units.has(unit, Trait.STATIC)
                    && units.topTypeOf(target) != units.topTypeOf(unit)
                    && units.level(units.parent(unit)) == Level.TYPE;
            if (fits) {
              found.add(new String[] {units.name(units.parent(unit)), units.name(units.ancestor(target, Level.TYPE)), units.has(unit, Trait.METHOD) ? "method" : ""});
            }
          }
        }
        if (found.isEmpty()) {
          yield null;
        }
        String[] pair = any(found);
        yield new Step.Inject(List.of(pair[0]), pair[1], "handedIn", "", trial % 2 == 1 && !pair[2].isEmpty(), trial % 3 == 0, "", Set.of(Leave.PURE), 0);
      }
      case "lift" -> {
        String[] drawn = null;
        for (int tries = 0; tries < 6000 && drawn == null; tries++) {
          int unit = any(members);
          if (units.has(unit, Trait.METHOD) && !units.has(unit, Trait.ABSTRACT) && !ofLibrary(unit) && isUsed(unit)) {
            drawn = stretch(unit, false);
            boolean alone = drawn != null && drawn[1].matches("(?:new )?[A-Z][\\w.]*(?:<>)?\\([\"'A-Z0-9_., -]*\\)") && units.facts().parameters(unit).stream().noneMatch(drawn[1]::contains);
            drawn = alone ? drawn : null;
          }
        }
        yield drawn == null ? null : new Step.Lift(List.of(drawn[0]), drawn[1], "liftedOut", 1 + trial % 2, "", Set.of(Leave.PURE), 0);
      }
      case "split" -> {
        Step drawn = null;
        for (int tries = 0; tries < 3000 && drawn == null; tries++) {
          int type = any(types);
          if (units.has(type, Trait.INTERFACE) || units.has(type, Trait.ANNOTATION) || units.has(type, Trait.RECORD) || units.has(type, Trait.TEST)) {
            continue;
          }
          drawn = part(type, trial);
        }
        yield drawn;
      }
      case "bundle" -> {
        Step drawn = null;
        for (int tries = 0; tries < 3000 && drawn == null; tries++) {
          int unit = any(members);
          List<String> names = units.facts().parameters(unit);
          boolean fits =
              names.size() >= 2
                  && (units.has(unit, Trait.METHOD) || units.has(unit, Trait.CONSTRUCTOR))
                  && isUsed(unit)
                  && !ofLibrary(unit)
                  && units.begin(unit) >= 0
                  && !units.has(units.parent(unit), Trait.RECORD);
          if (!fits) {
            continue;
          }
          int from = random.nextInt(names.size() - 1);
          List<String> some = names.subList(from, Math.min(names.size(), from + 2 + trial % 2));
          String type = units.name(units.parent(unit));
          String home = units.name(units.ancestor(unit, Level.PACKAGE));
          String as = (home.isEmpty() ? "" : home + ".") + "BundledOne";
          String meant = trial % 3 == 0 ? type + "#*(…)" : units.name(unit);
          drawn = new Step.Bundle(List.of(meant), some, as, "", Set.of(), 0);
        }
        yield drawn;
      }
      case "signature" -> {
        Step drawn = null;
        for (int tries = 0; tries < 300 && drawn == null; tries++) {
          int unit = any(members);
          List<String> names = units.facts().parameters(unit);
          boolean fits = (units.has(unit, Trait.METHOD) || units.has(unit, Trait.CONSTRUCTOR)) && isUsed(unit) && !ofLibrary(unit) && units.begin(unit) >= 0 && names != null;
          if (!fits) {
            continue;
          }
          List<Step.Parameter> wanted = new ArrayList<>();
          names.forEach(name -> wanted.add(new Step.Parameter(name, "", "")));
          boolean swaps = trial % 3 == 1 && wanted.size() > 1;
          String body = sources.text(units.name(units.fileOf(unit))).text().substring(units.begin(unit), units.end(unit));
          if (swaps) {
            java.util.Collections.swap(wanted, 0, wanted.size() - 1);
          } else if (trial % 3 == 2 && !wanted.isEmpty() && body.split("\\b" + wanted.get(0).name() + "\\b", -1).length == 2) {
            wanted.remove(0);
          } else {
            wanted.add(trial % 2 == 0 ? 0 : wanted.size(), new Step.Parameter("extraOne", trial % 4 < 2 ? "int" : "java.util.List<String>", trial % 4 < 2 ? "7" : "java.util.List.of()"));
          }
          drawn = new Step.Signature(List.of(units.name(unit)), wanted, "", trial % 5 == 0 && units.has(unit, Trait.METHOD) ? "calledAnew" : "", trial % 7 == 6 ? Set.of(Leave.FORWARD) : Set.of(), 0);
        }
        yield drawn;
      }
      case "enclose" -> {
        List<Integer> found = new ArrayList<>();
        for (int unit : members) {
          boolean plain =
              units.has(unit, Trait.FIELD)
                  && !units.has(unit, Trait.PRIVATE)
                  && !units.type(unit).isEmpty()
                  && !units.has(units.parent(unit), Trait.INTERFACE)
                  && !(units.has(unit, Trait.STATIC) && units.simpleName(unit).equals(units.simpleName(unit).toUpperCase()));
          if (plain && isUsed(unit)) {
            found.add(unit);
          }
        }
        yield found.isEmpty() ? null : new Step.Enclose(List.of(units.name(any(found))), Set.of(), 0);
      }
      default -> throw new IllegalArgumentException(sort);
    };
  }

  /** Whether a variable, parameter or result elsewhere is declared with a type. */
  private boolean declares(int type) {
    References references = survey.references();
    for (int r : references.to(type)) {
      int user = references.from(r);
      if (references.kind(r) == Kind.REFERS && units.topTypeOf(user) != type && units.type(user).equals(units.simpleName(type))) {
        return true;
      }
    }
    return false;
  }

  /** Some statements of a method, or an expression, that stand there once; null for none. */
  private String[] stretch(int method, boolean statements) {
    int file = units.fileOf(method);
    LocatedTree tree = trees.computeIfAbsent(file, f -> SyntaxTree.of(sources.text(units.name(f)).text()).located());
    List<int[]> found = new ArrayList<>();
    new TreeScanner<Void, Void>() {
      @Override
      public Void scan(Tree node, Void p) {
        if (node == null || node instanceof ClassTree && node.getKind() == Tree.Kind.CLASS && tree.begin(node) > units.begin(method)) {
          return null;
        }
        int begin = tree.begin(node);
        boolean inside = begin > units.nameAt(method) && tree.end(node) <= units.end(method);
        if (inside && statements && node instanceof BlockTree block) {
          List<? extends StatementTree> all = block.getStatements();
          for (int from = 0; from < all.size(); from++) {
            for (int to = from; to < Math.min(all.size(), from + 6); to++) {
              int length = tree.end(all.get(to)) - tree.begin(all.get(from));
              boolean one = to == from && !(all.get(from) instanceof IfTree || all.get(from) instanceof EnhancedForLoopTree || all.get(from) instanceof ForLoopTree || all.get(from) instanceof WhileLoopTree);
              String text = tree.text().substring(tree.begin(all.get(from)), tree.end(all.get(to)));
              boolean jumps = text.matches("(?s).*\\b(return|break|continue)\\b.*");
              if (!one && !jumps && length > 40 && to - from + 1 < all.size()) {
                found.add(new int[] {tree.begin(all.get(from)), tree.end(all.get(to))});
              }
            }
          }
        }
        boolean value = node instanceof BinaryTree || node instanceof MethodInvocationTree || node instanceof ConditionalExpressionTree || node instanceof NewClassTree;
        if (inside && !statements && value && tree.end(node) - begin > 15) {
          found.add(new int[] {begin, tree.end(node)});
        }
        return super.scan(node, p);
      }
    }.scan(tree.tree(), null);
    if (found.isEmpty()) {
      return null;
    }
    int[] one = any(found);
    String code = tree.text().substring(one[0], one[1]);
    int first = tree.text().indexOf(code, units.begin(method));
    boolean once = first >= 0 && tree.text().indexOf(code, first + 1) < 0;
    return once ? new String[] {units.name(method), code} : null;
  }

  /** Whether code outside of a unit names it or something inside it. */
  private boolean isUsed(int around) {
    References references = survey.references();
    for (int unit : units.withAllInside(around)) {
      for (int r : references.to(unit)) {
        Kind kind = references.kind(r);
        if (kind != Kind.MENTIONS && kind != Kind.IMPORTS && !units.inside(references.from(r), around)) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether a method overrides or is overridden; such a one has no other place. */
  private boolean overrides(int method) {
    References references = survey.references();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (references.kind(r) == Kind.OVERRIDES && references.at(r) == units.nameAt(method)) {
        return true;
      }
    }
    for (int r : references.to(method)) {
      if (references.kind(r) == Kind.OVERRIDES) {
        return true;
      }
    }
    return false;
  }

  /** Own types into which a method reaches, and that are the type of a parameter or of a field that it reads and does not set. */
  private Set<Integer> reachable(int method) {
    Set<Integer> found = new TreeSet<>();
    String name = units.simpleName(method);
    List<String> names = new ArrayList<>(List.of(name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ")));
    References references = survey.references();
    Set<Integer> set = new TreeSet<>();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (references.kind(r) == Kind.WRITES) {
        set.add(references.target(r));
      }
    }
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      int used = references.target(r);
      if (!set.contains(used) && units.has(used, Trait.FIELD) && units.parent(used) == units.parent(method) && !units.has(used, Trait.STATIC) && units.type(used) != null) {
        names.add(units.type(used));
      }
    }
    Set<Integer> reached = new TreeSet<>();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (units.level(references.target(r)) == Level.MEMBER && references.kind(r) != Kind.MENTIONS) {
        reached.add(units.parent(references.target(r)));
      }
    }
    for (int type : types) {
      if (reached.contains(type)
          && names.contains(units.simpleName(type))
          && type != units.topTypeOf(method)
          && units.moduleOf(type) == units.moduleOf(method)) {
        found.add(type);
      }
    }
    return found;
  }

  private int otherType(int member) {
    int type;
    do {
      type = any(types);
    } while (type == units.topTypeOf(member)
        || units.has(type, Trait.ANNOTATION)
        || units.moduleOf(type) != units.moduleOf(member));
    return type;
  }

  /** Whether the name is a library's to give: then no rename can be right. */
  private boolean ofLibrary(int unit) {
    References references = survey.references();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.kind(r) == Kind.OVERRIDES
          && references.at(r) == units.nameAt(unit)
          && (units.has(references.target(r), Trait.FOREIGN) || ofLibrary(references.target(r)))) {
        return true;
      }
    }
    return false;
  }

  /** Members of a type that hang together: a field or method with the methods that use it, or that it uses, and nothing else. */
  private Step part(int type, int trial) {
    List<Integer> own = new ArrayList<>();
    for (int member : units.children(type)) {
      boolean plain = units.level(member) == Level.MEMBER && !units.has(member, Trait.CONSTRUCTOR) && units.begin(member) >= 0;
      if (plain && !units.has(member, Trait.SYNCHRONIZED) && !(units.has(member, Trait.FIELD) && units.type(member).isEmpty()) && !overrides(member) && !units.has(member, Trait.ABSTRACT)) {
        own.add(member);
      }
    }
    if (own.size() < 4) {
      return null;
    }
    References references = survey.references();
    java.util.Set<Integer> out = new java.util.TreeSet<>();
    List<Integer> open = new ArrayList<>(List.of(own.get(random.nextInt(own.size()))));
    int most = 1 + own.size() / 2;
    for (int next = 0; next < open.size() && out.size() < most; next++) {
      int one = open.get(next);
      if (!own.contains(one) || !out.add(one)) {
        continue;
      }
      for (int r = references.row(one); r < references.row(one + 1); r++) {
        if (own.contains(references.target(r)) && (units.has(references.target(r), Trait.FIELD) || trial % 2 == 0)) {
          open.add(references.target(r));
        }
      }
      for (int r : units.has(one, Trait.FIELD) ? references.to(one) : new int[0]) {
        if (own.contains(references.from(r))) {
          open.add(references.from(r));
        }
      }
    }
    List<String> names = out.stream().map(units::simpleName).toList();
    String home = units.name(units.ancestor(type, Level.PACKAGE));
    java.util.Set<Leave> leaves = trial % 3 == 2 ? Set.of(Leave.FORWARD, Leave.FOUND_BY_NAME, Leave.PURE) : Set.of(Leave.FOUND_BY_NAME, Leave.PURE);
    return new Step.Split(List.of(units.name(type)), names, (home.isEmpty() ? "" : home + ".") + "SplitOff", "", leaves, 0);
  }

  /** How many branches the one chain of a method has that ends with an else; -1 for one switch, 0 for neither. */
  private int branches(int unit) {
    LocatedTree tree = trees.computeIfAbsent(units.fileOf(unit), f -> SyntaxTree.of(sources.text(units.name(f)).text()).located());
    var path = tree.enclosing(units.nameAt(unit), com.sun.source.tree.MethodTree.class);
    int[] found = new int[3];
    if (path == null) {
      return 0;
    }
    path.getLeaf().accept(new TreeScanner<Void, Void>() {
      @Override
      public Void visitSwitch(com.sun.source.tree.SwitchTree node, Void p) {
        found[0]++;
        found[2] |= node.getCases().stream().noneMatch(one -> one.getExpressions().isEmpty()) ? 1 : 0;
        return null;
      }

      @Override
      public Void visitIf(IfTree node, Void p) {
        int count = 1;
        StatementTree at = node;
        while (at instanceof IfTree chain) {
          count++;
          at = chain.getElseStatement();
        }
        if (at != null && count > 2) {
          found[1] = found[1] == 0 ? count : -1;
          return null;
        }
        return super.visitIf(node, p);
      }
    }, null);
    return found[0] == 1 && found[2] == 0 ? -1 : found[0] == 0 && found[1] > 0 ? found[1] : 0;
  }

  /** Two methods of one head in two classes, of which more than half the words are the same. */
  private Step base(int trial) {
    Map<String, List<Integer>> byName = new HashMap<>();
    for (int member : members) {
      boolean ofClass = units.has(member, Trait.METHOD) && !units.has(member, Trait.STATIC) && !units.has(member, Trait.ABSTRACT)
          && !units.has(units.parent(member), Trait.INTERFACE) && !units.has(units.parent(member), Trait.ENUM) && !units.has(units.parent(member), Trait.RECORD);
      if (ofClass && units.end(member) - units.begin(member) > 80) {
        byName.computeIfAbsent(units.simpleName(member), name -> new ArrayList<>()).add(member);
      }
    }
    List<int[]> pairs = new ArrayList<>();
    byName.values().forEach(all -> {
      for (int n = 0; n < Math.min(all.size(), 40); n++) {
        for (int m = n + 1; m < Math.min(all.size(), 40); m++) {
          boolean related = units.parent(all.get(n)) != units.parent(all.get(m)) && above(all.get(n)) == above(all.get(m));
          if (related && resultOf(all.get(n)).equals(resultOf(all.get(m))) && likeness(all.get(n), all.get(m)) > 0.6) {
            pairs.add(new int[] {all.get(n), all.get(m)});
          }
        }
      }
    });
    if (pairs.isEmpty()) {
      return null;
    }
    int[] pair = any(pairs);
    int above = above(pair[0]);
    boolean there = trial % 2 == 0 && likeness(pair[0], pair[1]) == 1 && above >= 0 && !units.has(above, Trait.FOREIGN);
    String as = there ? units.name(above) : units.name(units.packageOf(pair[0])) + ".DrawnBase" + trial;
    List<String> varying = bare(pair[0]).equals(bare(pair[1])) ? List.of() : List.of("drawnPart" + trial);
    return new Step.Base(List.of(units.name(pair[0]), units.name(pair[1])), as, varying, Set.of(Leave.WIDEN), 0);
  }

  private String resultOf(int member) {
    String text = sources.text(units.name(units.fileOf(member))).text().substring(units.begin(member), units.nameAt(member)).strip();
    return text.substring(Math.max(text.lastIndexOf(' '), text.lastIndexOf('\n')) + 1);
  }

  private int above(int member) {
    int type = units.parent(member);
    References references = survey.references();
    for (int r = references.row(type); r < references.row(type + 1); r++) {
      if (references.kind(r) == Kind.EXTENDS) {
        return references.target(r);
      }
    }
    return -1;
  }

  private double likeness(int one, int other) {
    List<String> a = words(one);
    List<String> b = new ArrayList<>(words(other));
    int all = a.size() + b.size();
    int same = 0;
    for (String word : a) {
      same += b.remove(word) ? 2 : 0;
    }
    return all == 0 ? 0 : (double) same / all;
  }

  private String bare(int member) {
    return sources.text(units.name(units.fileOf(member))).text().substring(units.nameAt(member), units.end(member)).replaceAll("\\s+", "");
  }

  private List<String> words(int member) {
    String text = sources.text(units.name(units.fileOf(member))).text().substring(units.nameAt(member), units.end(member));
    return List.of(text.split("\\W+"));
  }
}
