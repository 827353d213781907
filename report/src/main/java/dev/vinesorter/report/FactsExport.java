package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;

/** A survey as JSON lines: the version, each unit behind the one around it, each dependency. */
public final class FactsExport {
  private final Units units;
  private final References references;
  private final StringWriter out = new StringWriter();
  private final JsonFactory factory = new JsonFactory();

  /** How many units have each name, on whatever level. */
  private final Map<String, Integer> named = new HashMap<>();

  private FactsExport(Survey survey) {
    this.units = survey.units();
    this.references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      named.merge(units.name(unit), 1, Integer::sum);
    }
  }

  /** What a unit is referred to by: its name, or a number where another one has that, too. */
  private String key(int unit) {
    String name = units.name(unit);
    return named.get(name) == 1 ? name : "@" + unit;
  }

  /** What a line holds. */
  private interface Content {
    void write(JsonGenerator json) throws IOException;
  }

  /** All of it, each line ending with a line feed. */
  public static String of(Survey survey) {
    FactsExport export = new FactsExport(survey);
    export.line(json -> json.writeNumberField("facts", 1));
    for (Level level : Level.values()) {
      for (int unit = 0; unit < survey.units().size(); unit++) {
        if (survey.units().level(unit) == level) {
          export.unit(unit, level);
        }
      }
    }
    for (int unit = 0; unit < survey.units().size(); unit++) {
      for (int r = survey.references().row(unit); r < survey.references().row(unit + 1); r++) {
        export.use(unit, r);
      }
    }
    return export.out.toString();
  }

  private void line(Content content) {
    try (JsonGenerator json = factory.createGenerator(out)) {
      json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
      json.writeStartObject();
      content.write(json);
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException("Writing to memory does not fail.", e);
    }
    out.write('\n');
  }

  private void unit(int unit, Level level) {
    line(
        json -> {
          json.writeStringField("unit", units.name(unit));
          json.writeStringField("level", level.word());
          if (named.get(units.name(unit)) > 1) {
            json.writeStringField("id", "@" + unit);
          }
          if (level == Level.TYPE || level == Level.MEMBER) {
            json.writeStringField("called", units.simpleName(unit));
          }
          if (units.parent(unit) >= 0) {
            json.writeStringField("in", key(units.parent(unit)));
          }
          if (level == Level.FILE) {
            json.writeStringField("module", units.name(units.moduleOf(unit)));
          }
          int file = units.fileOf(unit);
          if (file >= 0) {
            if (unit != file && units.nameAt(unit) >= 0) {
              json.writeNumberField("line", units.line(file, units.nameAt(unit)));
              json.writeNumberField("column", units.column(file, units.nameAt(unit)));
            }
            json.writeNumberField("lines", units.lines(unit));
          }
          if (units.complexity(unit) > 0) {
            json.writeNumberField("complexity", units.complexity(unit));
          }
          traits(json, unit);
        });
  }

  private void traits(JsonGenerator json, int unit) throws IOException {
    if (units.has(unit, Trait.FOREIGN)) {
      json.writeBooleanField("library", true);
    }
    json.writeArrayFieldStart("traits");
    for (Trait one : Trait.values()) {
      if (one != Trait.FOREIGN && units.has(unit, one)) {
        json.writeString(one.name().toLowerCase(Locale.ROOT));
      }
    }
    json.writeEndArray();
  }

  private void use(int user, int r) {
    int file = units.fileOf(user);
    line(
        json -> {
          json.writeStringField("from", key(user));
          json.writeStringField("to", key(references.target(r)));
          json.writeStringField("kind", references.kind(r).word());
          json.writeNumberField("line", units.line(file, references.at(r)));
          json.writeNumberField("column", units.column(file, references.at(r)));
          json.writeNumberField("length", references.end(r) - references.at(r));
          if (references.isLikely(r)) {
            json.writeBooleanField("likely", true);
          }
        });
  }
}
