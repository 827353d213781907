package dev.vinesorter.source.config;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.MemberOrder;
import dev.vinesorter.core.plan.Step;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/** Reads what a verb is told in a plan file: one reader for each verb, made for each step. */
abstract class StepReader {
  /** The verbs in the order in which they are told, with what makes their readers. */
  private static final List<Map.Entry<String, Function<YamlInput, StepReader>>> VERBS =
      List.of(
          Map.entry("move", Move::new),
          Map.entry("rename", Rename::new),
          Map.entry("tighten", in -> new OfFlags(in, List.of("library"), Step.Tighten::new)),
          Map.entry("sort", Sort::new),
          Map.entry(
              "remove", in -> new OfFlags(in, List.of("sweep", "found-by-name"), Step.Remove::new)),
          Map.entry("enclose", in -> new OfFlags(in, List.of("found-by-name"), Step.Enclose::new)),
          Map.entry("extract", SeamReaders.Extract::new),
          Map.entry("split", SeamReaders.Split::new),
          Map.entry("inline", SeamReaders.Inline::new),
          Map.entry("field", SeamReaders.Field::new),
          Map.entry("merge", SeamReaders.Merge::new),
          Map.entry("signature", SeamReaders.Signature::new),
          Map.entry("interface", SeamReaders.Interface::new),
          Map.entry("use", SeamReaders.Use::new),
          Map.entry("factory", SeamReaders.Factory::new),
          Map.entry("inject", SeamReaders.Inject::new),
          Map.entry("lift", SeamReaders.Lift::new),
          Map.entry("bundle", SeamReaders.Bundle::new),
          Map.entry("base", SeamReaders.Base::new),
          Map.entry("compose", SeamReaders.Compose::new),
          Map.entry("strategy", SeamReaders.Strategy::new),
          Map.entry("listen", SeamReaders.Listen::new));

  /** The key of all verbs that may change what stored objects are known by. */
  private static final String SERIAL = "serial";

  final YamlInput in;
  final List<String> units = new ArrayList<>();
  final EnumSet<Leave> leaves = EnumSet.noneOf(Leave.class);

  StepReader(YamlInput in) {
    this.in = in;
  }

  /** The verbs, as a message lists them. */
  static String verbs() {
    return String.join(", ", VERBS.stream().map(Map.Entry::getKey).toList());
  }

  /** Whether a step can begin with that word. */
  static boolean isVerb(String word) {
    return VERBS.stream().anyMatch(one -> one.getKey().equals(word));
  }

  /** What reads the rest of a step that begins with a verb. */
  static StepReader of(String verb, YamlInput in) {
    for (Map.Entry<String, Function<YamlInput, StepReader>> one : VERBS) {
      if (one.getKey().equals(verb)) {
        return one.getValue().apply(in);
      }
    }
    throw in.wrong(
        "a step begins with its verb; known verbs: "
            + verbs()
            + "; found '"
            + YamlInput.printable(verb)
            + "'");
  }

  /** The keys that the verb takes beside its units, in the order in which they are told. */
  abstract List<String> keys();

  /** Reads the value of one of the keys that are no flags. */
  abstract void value(String key) throws IOException;

  /** The step, once all keys are read; what is missing is refused. */
  abstract Step step(int line);

  /** Reads the units that the verb is about. */
  final void units(String verb) throws IOException {
    for (YamlInput.Placed placed : in.texts(verb)) {
      units.add(unitName(placed.text()));
    }
    if (units.isEmpty()) {
      throw in.wrong("'" + verb + "' names no unit");
    }
  }

  /** Reads the value of a key. */
  final void key(String verb, String key) throws IOException {
    if (SERIAL.equals(key) && !verb.equals("sort") && !verb.equals("use")) {
      if (isSecond(key, "tell", "keep")) {
        leaves.add(Leave.SERIAL);
      }
      return;
    }
    if (!keys().contains(key)) {
      List<String> known = keys().stream().map(one -> "'" + one + "'").toList();
      throw in.wrong(
          "unknown key '"
              + YamlInput.printable(key)
              + "'; '"
              + verb
              + "' takes "
              + (known.isEmpty() ? "nothing else" : String.join(", ", known)));
    }
    Leave leave = Leave.flag(key);
    if (leave == null) {
      value(key);
    } else if (in.flag(key)) {
      leaves.add(leave);
    }
  }

  /** A key that takes one of two words, of which the first gives leave. */
  final void word(Leave leave, String key, String yes, String no) throws IOException {
    if (!isSecond(key, yes, no)) {
      leaves.add(leave);
    }
  }

  /** Whether a key that takes one of two words has the second. */
  final boolean isSecond(String key, String first, String second) throws IOException {
    String text = in.text(key);
    if (!text.equals(first) && !text.equals(second)) {
      throw in.wrong("'" + key + "' takes '" + first + "' or '" + second + "'");
    }
    return text.equals(second);
  }

  /** Refuses a step that lacks a key, or names more than one unit. */
  final void single(String verb) {
    if (units.size() > 1) {
      throw in.wrong("'" + verb + "' takes one unit; make a step for each");
    }
  }

  /** A name in Java. */
  final String identifier(String key) throws IOException {
    return identifier(key, new YamlInput.Placed(in.text(key), in.place()));
  }

  /** The same, read already. */
  final String identifier(String key, YamlInput.Placed placed) {
    String text = placed.text();
    boolean name =
        !text.isEmpty()
            && text.length() <= 200
            && Character.isJavaIdentifierStart(text.charAt(0))
            && text.chars().allMatch(Character::isJavaIdentifierPart);
    if (!name) {
      throw in.wrong(
          placed.place(),
          "'" + key + "' takes a name; '" + YamlInput.printable(text) + "' is none");
    }
    return text;
  }

  /** A name of a unit: dots and identifiers, or a relative path that does not climb. */
  final String unitName(String unit) {
    if (unit.indexOf('*') >= 0) {
      // One that is too long is refused here, where its place is known.
      Glob.ofName(unit);
    }
    boolean path = unit.contains("/") || unit.contains("\\");
    boolean climbs = List.of(unit.split("/", -1)).contains("..");
    if (path && (unit.startsWith("/") || unit.contains("\\") || climbs)) {
      throw in.wrong("the path '" + YamlInput.printable(unit) + "' leaves the root");
    }
    if (unit.isBlank() || unit.length() > 1000 || unit.chars().anyMatch(c -> c < ' ' || c == 127)) {
      throw in.wrong("'" + YamlInput.printable(unit) + "' is no name of a unit");
    }
    return unit;
  }

  private static final class Move extends StepReader {
    private String into = "";
    private String through = "";
    private String old = "";
    private String module = "";

    Move(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of(
          "into",
          "through",
          "old",
          "module",
          "widen",
          "below",
          "alone",
          "never-null",
          "own",
          "pure",
          "new-type",
          "found-by-name",
          "library",
          "leave",
          "sweep",
          "mentions");
    }

    @Override
    void value(String key) throws IOException {
      switch (key) {
        case "into" -> into = unitName(in.text(key));
        case "through" -> through = unitName(in.text(key));
        case "old" -> old = identifier(key);
        case "module" -> module = unitName(in.text(key)).replaceFirst("^module:", "");
        case "leave" -> word(Leave.FORWARD, key, "forward", "nothing");
        default -> word(Leave.MENTIONS, key, "change", "list");
      }
    }

    @Override
    Step step(int line) {
      if (into.isEmpty()) {
        throw in.wrong("the step does not say where " + units.get(0) + " goes; add 'into: …'");
      }
      if (!module.isEmpty() && units.stream().anyMatch(u -> u.contains("#") || u.contains("/"))) {
        throw in.wrong(
            "'module' is for moves of types and packages; where members and files go, 'into' says"
                + " it");
      }
      return new Step.Move(units, into, through, old, module, leaves, line);
    }
  }

  private static final class Rename extends StepReader {
    private String to = "";

    Rename(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("to", "below", "found-by-name", "mentions");
    }

    @Override
    void value(String key) throws IOException {
      if (key.equals("to")) {
        to = unitName(in.text(key));
      } else {
        word(Leave.MENTIONS, key, "change", "list");
      }
    }

    @Override
    Step step(int line) {
      if (to.isEmpty()) {
        throw in.wrong("the step does not say the new name of " + units.get(0) + "; add 'to: …'");
      }
      if (units.size() > 1) {
        throw in.wrong("'rename' takes one unit; make a step for each");
      }
      return new Step.Rename(units, to, leaves, line);
    }
  }

  /** Reads a verb that takes flags alone. */
  private static final class OfFlags extends StepReader {
    /** Makes the step of what was read. */
    private interface Made {
      Step of(List<String> units, Set<Leave> leaves, int line);
    }

    private final List<String> flags;
    private final Made made;

    OfFlags(YamlInput in, List<String> flags, Made made) {
      super(in);
      this.flags = flags;
      this.made = made;
    }

    @Override
    List<String> keys() {
      return flags;
    }

    @Override
    void value(String key) {
      throw new IllegalStateException("a flag: " + key);
    }

    @Override
    Step step(int line) {
      return made.of(units, leaves, line);
    }
  }

  private static final class Sort extends StepReader {
    private final List<MemberOrder.Group> order = new ArrayList<>();

    Sort(YamlInput in) {
      super(in);
    }

    @Override
    List<String> keys() {
      return List.of("order");
    }

    @Override
    void value(String key) throws IOException {
      for (YamlInput.Placed placed : in.texts(key)) {
        MemberOrder.Group found = null;
        for (MemberOrder.Group group : MemberOrder.Group.values()) {
          found = group.word().equals(placed.text()) ? group : found;
        }
        if (found == null || order.contains(found)) {
          throw in.wrong(
              placed.place(),
              "'order' takes each of constants, fields, constructors, methods, types once; found '"
                  + YamlInput.printable(placed.text())
                  + "'");
        }
        order.add(found);
      }
    }

    @Override
    Step step(int line) {
      return new Step.Sort(units, order, line);
    }
  }
}
