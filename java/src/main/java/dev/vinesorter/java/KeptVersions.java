package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.SerialVersionUIDAdder;

/**
 * Classes that declare no {@code serialVersionUID} get one where a step changes what is computed
 * for them (Java Object Serialization Specification, 4.6): that which was computed before, so that
 * stored objects can be read again.
 */
final class KeptVersions {
  private final Survey before;
  private final Overlay old;
  private final Readings readings;

  private KeptVersions(Survey before, Overlay old, Readings readings) {
    this.before = before;
    this.old = old;
    this.readings = readings;
  }

  /**
   * Adds what is missing to an accepted step.
   *
   * @param before the survey that the step began with
   * @param old the sources that it began with
   * @param result its answer
   * @param sources the sources that it left, which get the fields
   */
  static Result into(
      Survey before, Overlay old, Result result, Overlay sources, Readings readings) {
    KeptVersions kept = new KeptVersions(before, old, readings);
    Map<String, Long> lost = kept.lost(result.foretold(), sources);
    if (lost.isEmpty()) {
      return result;
    }
    StepChain chain = new StepChain(before, sources);
    if (chain.take(result)) {
      chain.take(kept.written(result.foretold(), chain.sources(), lost));
    }
    return chain.result();
  }

  /** The computed versions that become others, by the full names of their classes. */
  private Map<String, Long> lost(Survey foretold, Overlay sources) {
    SourceView code = new SourceView(before, old);
    Map<String, Long> lost = new TreeMap<>();
    Set<Integer> types = new TreeSet<>();
    for (int type : before.at(Level.TYPE)) {
      Units units = before.units();
      int now = foretold.units().find(units.name(type), Level.TYPE);
      boolean named =
          !units.has(type, Trait.FOREIGN) && now >= 0 && !StoredForm.hasVersion(units, type);
      if (named && isEdited(type, now, foretold, sources) && StoredForm.isStored(code, type)) {
        types.add(type);
      }
    }
    if (types.isEmpty()) {
      return lost;
    }
    SortedMap<String, byte[]> was = readings.classes(old, files(before, old, types));
    Set<Integer> fresh = new TreeSet<>();
    types.forEach(one -> fresh.add(foretold.units().find(before.units().name(one), Level.TYPE)));
    SortedMap<String, byte[]> is = readings.classes(sources, files(foretold, sources, fresh));
    for (int type : types) {
      String binary = binary(before.units(), type);
      byte[] first = was.get(binary);
      byte[] then = is.get(binary);
      if (first != null && then != null && version(first) != version(then)) {
        lost.put(before.units().name(type), version(first));
      }
    }
    return lost;
  }

  private boolean isEdited(int type, int now, Survey foretold, Overlay sources) {
    String path = foretold.units().name(foretold.units().fileOf(now));
    String first = before.units().name(before.units().fileOf(type));
    SourceText text = sources.changed().get(path);
    return text != null && (!old.exists(first) || text != old.changed().get(first));
  }

  /** The sources of types and of all that they extend. */
  private static Set<String> files(Survey survey, Overlay sources, Set<Integer> types) {
    SourceView code = new SourceView(survey, sources);
    Units units = survey.units();
    Set<String> files = new TreeSet<>();
    for (int type : types) {
      Set<Integer> all = new TreeSet<>(code.allSupertypes(type));
      all.add(type);
      all.stream()
          .filter(one -> units.fileOf(one) >= 0)
          .forEach(one -> files.add(units.name(units.fileOf(one))));
    }
    return files;
  }

  private static String binary(Units units, int type) {
    int around = units.parent(type);
    return units.level(around) == Level.TYPE
        ? binary(units, around) + "$" + units.simpleName(type)
        : units.name(type).replace('.', '/');
  }

  /** The version that is computed for a class file. */
  private static long version(byte[] bytes) {
    long[] found = new long[1];
    class Reading extends SerialVersionUIDAdder {
      Reading() {
        super(Opcodes.ASM9, new ClassVisitor(Opcodes.ASM9) {});
      }

      @Override
      protected void addSVUID(long version) {
        found[0] = version;
      }
    }
    int bare = ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES;
    new ClassReader(bytes).accept(new Reading(), bare);
    return found[0];
  }

  // ---- the fields

  private Result written(Survey survey, Overlay sources, Map<String, Long> lost) {
    Rewriting rewriting = new Rewriting(survey, sources);
    SourceView code = rewriting.code();
    Units units = code.units();
    lost.forEach(
        (name, version) -> {
          int type = units.find(name, Level.TYPE);
          field(rewriting, type, version);
          rewriting.rewrites(name + "#serialVersionUID");
          rewriting.tell(
              name
                  + " declares the serialVersionUID that was computed for it so far, as this"
                  + " compiler writes it.");
        });
    return rewriting.finish(readings);
  }

  private static void field(Rewriting rewriting, int type, long version) {
    SourceView code = rewriting.code();
    Units units = code.units();
    int file = units.fileOf(type);
    String text = code.text(file);
    String end = code.sources().text(units.name(file)).lineEnd();
    int first = -1;
    for (int member : units.children(type)) {
      boolean declared = units.begin(member) > units.nameAt(type);
      first = declared && (first < 0 || units.begin(member) < units.begin(first)) ? member : first;
    }
    String field = "private static final long serialVersionUID = " + version + "L;";
    if (first < 0) {
      JavaTokens tokens = code.tokens(file);
      int brace = tokens.from(units.nameAt(type));
      while (!tokens.is(brace, "{")) {
        brace++;
      }
      int line = TextLines.begin(text, units.begin(type));
      String around = text.substring(line, TextLines.behindBlanks(text, line));
      rewriting
          .in(file)
          .insert(
              tokens.end(brace),
              Written.of(
                  tokens.is(brace + 1, "}") && tokens.end(brace) == tokens.begin(brace + 1)
                      ? end + around + "  " + field + end + around
                      : end + around + "  " + field));
      return;
    }
    MemberRegion region = MemberRegion.of(code, first);
    int line = TextLines.begin(text, units.begin(first));
    String indent = text.substring(line, TextLines.behindBlanks(text, line));
    boolean among =
        units.has(first, Trait.FIELD) && !text.startsWith("/", region.begin() + indent.length());
    rewriting
        .in(file)
        .insert(
            region.begin(),
            Written.of(
                region.ownLines() ? indent + field + end + (among ? "" : end) : field + " "));
  }
}
