package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.core.measure.Limits;
import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.structure.Tidy;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Reads {@code trellis.yaml}. Format: {@code docs/formats.md}. */
public final class TrellisFile {
  /** Its name, from the root. */
  public static final String NAME = "trellis.yaml";

  private final YamlInput in;
  private final List<Trellis.Layer> layers = new ArrayList<>();
  private final List<Trellis.Never> never = new ArrayList<>();
  private final List<Trellis.Only> only = new ArrayList<>();
  private final List<Level> acyclic = new ArrayList<>();
  private final Map<Metric, Double> limits = new EnumMap<>(Metric.class);
  private final List<UnitPattern> hidden = new ArrayList<>();
  private final List<Tidy.ShortName> shortNames = new ArrayList<>();
  private final List<List<Glob>> folds = new ArrayList<>();
  private final List<String> leaveOut = new ArrayList<>();
  private final List<String> marks = new ArrayList<>();
  private final Map<String, List<Glob>> actions = new LinkedHashMap<>();

  private TrellisFile(YamlInput in) {
    this.in = in;
  }

  /**
   * The trellis in a file.
   *
   * @throws dev.vinesorter.source.text.CannotWorkException when it cannot be read
   * @throws dev.vinesorter.source.text.InvalidFileException when it says what no trellis can say
   */
  public static Trellis read(Path file) {
    return YamlInput.read(file, "trellis", in -> new TrellisFile(in).trellis());
  }

  /** The trellis of a root; one that asks for nothing where there is none. */
  public static Trellis of(Root root) {
    return root.hasFile(NAME) ? read(root.path().resolve(NAME)) : Trellis.NONE;
  }

  private Trellis trellis() throws IOException {
    if (in.next() != JsonToken.START_OBJECT) {
      throw in.wrong("a trellis is a mapping such as 'layers: …' and 'never: …'");
    }
    in.mapping(
        key -> {
          switch (key) {
            case "layers" -> list(key, this::layer);
            case "never" -> list(key, this::never);
            case "only" -> list(key, this::only);
            case "acyclic" -> acyclic(key);
            case "limits" -> limits(key);
            case "leave-out" -> in.texts(key).forEach(t -> leaveOut.add(path(t)));
            case "generated" -> in.texts(key).forEach(t -> marks.add(t.text()));
            case "hide" -> in.texts(key).forEach(t -> hidden.add(UnitPattern.of(t.text())));
            case "actions" -> actions.putAll(ActionsFile.sorts(in));
            case "short" -> shortNames(key);
            case "fold" -> list(key, this::fold);
            default ->
                throw in.wrong(
                    "unknown key '"
                        + YamlInput.printable(key)
                        + "'; a trellis has layers, never, only, acyclic, limits, leave-out, "
                        + "generated, hide, short, fold and actions");
          }
        });
    return new Trellis(
        layers,
        never,
        only,
        acyclic,
        new Limits(limits),
        new Tidy(hidden, shortNames, folds),
        leaveOut,
        marks,
        actions);
  }

  /** Reads one entry, the parser standing at its first token. */
  private interface Entry {
    void read() throws IOException;
  }

  private void list(String key, Entry entry) throws IOException {
    if (in.next() != JsonToken.START_ARRAY) {
      throw in.wrong("'" + key + "' is a list; begin each entry with '- '");
    }
    while (in.next() != JsonToken.END_ARRAY) {
      entry.read();
    }
  }

  private void object(String what) {
    if (in.current() != JsonToken.START_OBJECT) {
      throw in.wrong("an entry is a mapping such as " + what);
    }
  }

  private void layer() throws IOException {
    object("{name: store, holds: [\"org.x.store.**\"]}");
    Trellis.Place place = in.place();
    String[] name = new String[1];
    List<Trellis.Named> holds = new ArrayList<>();
    boolean[] apart = new boolean[1];
    boolean[] skips = {true};
    in.mapping(
        key -> {
          switch (key) {
            case "name" -> name[0] = in.text(key);
            case "holds" -> holds.addAll(patterns(key));
            case "apart" -> apart[0] = in.flag(key);
            case "skips" -> skips[0] = in.flag(key);
            default ->
                throw in.wrong(
                    "unknown key '"
                        + YamlInput.printable(key)
                        + "'; a layer has name, holds, apart and skips");
          }
        });
    if (name[0] == null || name[0].isBlank() || holds.isEmpty()) {
      throw in.wrong(place, "a layer needs 'name' and 'holds'");
    }
    for (Trellis.Layer other : layers) {
      if (other.name().equals(name[0])) {
        throw in.wrong(place, "two layers are called " + YamlInput.printable(name[0]));
      }
    }
    layers.add(new Trellis.Layer(name[0], holds, apart[0], skips[0], place));
  }

  private void never() throws IOException {
    object("{from: \"org.x.**\", to: \"java.awt.**\", reason: \"runs without a screen\"}");
    Trellis.Place place = in.place();
    List<Trellis.Named> from = new ArrayList<>();
    List<Trellis.Named> to = new ArrayList<>();
    String[] reason = {""};
    in.mapping(
        key -> {
          switch (key) {
            case "from" -> from.addAll(patterns(key));
            case "to" -> to.addAll(patterns(key));
            case "reason" -> reason[0] = in.text(key);
            default ->
                throw in.wrong(
                    "unknown key '"
                        + YamlInput.printable(key)
                        + "'; a 'never' rule has from, to and reason");
          }
        });
    if (from.isEmpty() || to.isEmpty()) {
      throw in.wrong(place, "a 'never' rule needs 'from' and 'to'");
    }
    never.add(new Trellis.Never(from, to, reason[0], place));
  }

  private void only() throws IOException {
    object("{who: \"org.x.store.**\", uses: \"java.sql.**\", reason: \"one place for SQL\"}");
    Trellis.Place place = in.place();
    List<Trellis.Named> who = new ArrayList<>();
    List<Trellis.Named> uses = new ArrayList<>();
    String[] reason = {""};
    in.mapping(
        key -> {
          switch (key) {
            case "who" -> who.addAll(patterns(key));
            case "uses" -> uses.addAll(patterns(key));
            case "reason" -> reason[0] = in.text(key);
            default ->
                throw in.wrong(
                    "unknown key '"
                        + YamlInput.printable(key)
                        + "'; an 'only' rule has who, uses and reason");
          }
        });
    if (who.isEmpty() || uses.isEmpty()) {
      throw in.wrong(place, "an 'only' rule needs 'who' and 'uses'");
    }
    only.add(new Trellis.Only(who, uses, reason[0], place));
  }

  private List<Trellis.Named> patterns(String key) throws IOException {
    List<Trellis.Named> patterns = new ArrayList<>();
    for (YamlInput.Placed one : in.texts(key)) {
      patterns.add(new Trellis.Named(UnitPattern.of(one.text()), one.place()));
    }
    return patterns;
  }

  private void acyclic(String key) throws IOException {
    for (YamlInput.Placed one : in.texts(key)) {
      try {
        acyclic.add(Level.of(one.text()));
      } catch (IllegalArgumentException e) {
        String message = e.getMessage();
        throw in.wrong(one.place(), message.substring(0, message.length() - 1));
      }
    }
  }

  private void limits(String key) throws IOException {
    if (in.next() != JsonToken.START_OBJECT) {
      throw in.wrong("'" + key + "' is a mapping such as {method.complexity: 15}");
    }
    in.mapping(
        name -> {
          Metric metric = Metric.of(name);
          if (metric == null) {
            String all =
                Arrays.stream(Metric.values()).map(Metric::key).collect(Collectors.joining(", "));
            throw in.wrong("no metric '" + YamlInput.printable(name) + "'; there are " + all);
          }
          limits.put(metric, in.number(name));
        });
  }

  private void shortNames(String key) throws IOException {
    if (in.next() != JsonToken.START_OBJECT) {
      throw in.wrong("'" + key + "' is a mapping such as {org.saltmarsh: \"~\"}");
    }
    in.mapping(prefix -> shortNames.add(new Tidy.ShortName(prefix, in.text(prefix))));
  }

  /** One group of patterns; the parser stands at its list. */
  private void fold() throws IOException {
    if (in.current() != JsonToken.START_ARRAY) {
      throw in.wrong("a fold is a list of path patterns such as [\"**/*.h\", \"**/*.c\"]");
    }
    List<Glob> patterns = new ArrayList<>();
    while (in.next() != JsonToken.END_ARRAY) {
      patterns.add(Glob.ofPath(in.scalar("fold").text()));
    }
    folds.add(patterns);
  }

  private static String path(YamlInput.Placed glob) {
    return Glob.ofPath(glob.text()).toString();
  }
}
