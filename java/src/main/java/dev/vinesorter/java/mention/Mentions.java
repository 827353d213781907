package dev.vinesorter.java.mention;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Mention;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;

/**
 * Where text names what got another name. Where it can mean nothing else it is changed; elsewhere
 * it is told, and changed when the step says so.
 */
public final class Mentions {
  private static final Pattern MAIN_TAG = Pattern.compile("(?i)<[\\w.:-]*main-?class>\\s*$");
  private static final Pattern MAIN_VALUE =
      Pattern.compile("\\bmainClass(?:Name)?\\b[^\"']*[\"']$");
  private static final Pattern MANIFEST_LINE =
      Pattern.compile("(?:Main|Premain|Agent|Launcher-Agent)-Class: $");

  /** The longest line of a manifest, its end not counted (the jar specification). */
  private static final int MANIFEST_LINE_BYTES = 72;

  /** How many chars before a name are looked at. */
  private static final int MOST_BEFORE = 200;

  private final Survey survey;
  private final WrittenNames written;
  private final Overlay sources;
  private final boolean all;
  private final Map<String, TextEdits> edits = new TreeMap<>();
  private final Map<String, JavaTokens> tokensOf = new TreeMap<>();
  private final Map<String, int[]> linesOf = new TreeMap<>();
  private final List<Mention> mentions = new ArrayList<>();
  private final Set<String> seen = new TreeSet<>();

  private Mentions(Survey survey, WrittenNames written, Overlay sources, boolean all) {
    this.survey = survey;
    this.written = written;
    this.sources = sources;
    this.all = all;
  }

  /**
   * Looks for mentions and changes them in the sources.
   *
   * @param result of a step that was carried out
   * @param renamed new full names by old ones
   * @param all whether uncertain ones are changed, too
   */
  public static Result settle(
      Result result,
      Map<String, String> renamed,
      WrittenNames written,
      Overlay sources,
      boolean all) {
    Mentions mentions = new Mentions(result.foretold(), written, sources, all);
    // The longest first: what names a type names its package as well.
    renamed.entrySet().stream()
        .sorted(Comparator.comparingInt(entry -> -entry.getKey().length()))
        .forEach(entry -> mentions.look(entry.getKey(), entry.getValue()));
    if (mentions.mentions.isEmpty() || !(result.outcome() instanceof StepOutcome.Changed changed)) {
      return result;
    }
    return new Result(changed.with(mentions.mentions), mentions.apply());
  }

  private void look(String old, String fresh) {
    written
        .of(old, survey, sources)
        .forEach(
            (path, places) -> {
              for (WrittenNames.Place place : places) {
                look(path, place, fresh);
              }
            });
  }

  private void look(String path, WrittenNames.Place place, String fresh) {
    String text = sources.text(path).text();
    boolean ofPackage = survey.units().find(fresh, Level.PACKAGE) >= 0;
    if (ofPackage && goesOn(text, place.end()) || !seen.add(path + ":" + place.begin())) {
      return;
    }
    TextEdits of = edits.computeIfAbsent(path, p -> new TextEdits());
    String becomes = like(text.substring(place.begin(), place.end()), fresh);
    boolean change = all || isCertain(path, text, place, becomes);
    if (change) {
      of.replace(place.begin(), place.end(), sources.text(path).encodable(becomes));
    }
    int[] lines = linesOf.computeIfAbsent(path, one -> SourceText.lineStarts(text));
    Site site = SourceText.site(path, lines, place.begin(), place.end());
    mentions.add(new Mention(site, text.substring(place.begin(), place.end()), becomes, change));
  }

  /** Whether a longer name stands there: a file or another package, which stays where it is. */
  private static boolean goesOn(String text, int end) {
    return end + 1 < text.length()
        && "./".indexOf(text.charAt(end)) >= 0
        && Character.isJavaIdentifierStart(text.charAt(end + 1));
  }

  /** The new name with the separators of the old: slashes, or a dollar before nested types. */
  private static String like(String old, String fresh) {
    String[] parts = fresh.split("[.#]");
    List<Character> separators = new ArrayList<>();
    for (char c : old.toCharArray()) {
      if (".#$/".indexOf(c) >= 0) {
        separators.add(c);
      }
    }
    StringBuilder name = new StringBuilder(parts[0]);
    for (int n = 1; n < parts.length; n++) {
      boolean same = separators.size() == parts.length - 1;
      name.append(same ? separators.get(n - 1) : separators.get(0)).append(parts[n]);
    }
    return name.toString();
  }

  private boolean isCertain(String path, String text, WrittenNames.Place place, String becomes) {
    String file = path.substring(path.lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
    int line = Math.max(TextLines.begin(text, place.begin()), place.begin() - MOST_BEFORE);
    String before = text.substring(line, place.begin());
    if (file.endsWith(".java")) {
      return isLoaded(path, place);
    }
    if (file.endsWith(".xml")) {
      int wide = Math.max(0, place.begin() - MOST_BEFORE);
      return MAIN_TAG.matcher(text.substring(wide, place.begin())).find();
    }
    if (file.endsWith(".gradle") || file.endsWith(".gradle.kts")) {
      return MAIN_VALUE.matcher(before).find();
    }
    int rest = TextLines.end(text, place.end()) - place.end();
    return file.endsWith(".mf")
        && MANIFEST_LINE.matcher(before).matches()
        && before.length() + becomes.length() + rest <= MANIFEST_LINE_BYTES;
  }

  /** Whether a literal is what {@code Class.forName} or {@code loadClass} is given. */
  private boolean isLoaded(String path, WrittenNames.Place place) {
    JavaTokens tokens =
        tokensOf.computeIfAbsent(path, one -> JavaTokens.of(sources.text(one).text()));
    int literal = tokens.from(place.begin() - 1);
    boolean whole = literal < tokens.size() && tokens.begin(literal) == place.begin() - 1;
    return whole
        && tokens.is(literal - 1, "(")
        && (tokens.is(literal - 2, "forName") && tokens.is(literal - 4, "Class")
            || tokens.is(literal - 2, "loadClass"));
  }

  private Survey apply() {
    SurveyDraft draft = null;
    SourceView code = new SourceView(survey, sources);
    FileChanges java = new FileChanges(code);
    for (Map.Entry<String, TextEdits> file : edits.entrySet()) {
      if (file.getValue().isEmpty()) {
        continue;
      }
      int unit = survey.units().find(file.getKey(), Level.FILE);
      if (unit >= 0) {
        draft = draft == null ? new SurveyDraft(survey) : draft;
        file.getValue().list().forEach(e -> java.in(unit).replace(e.begin(), e.end(), e.text()));
      } else {
        SourceText old = sources.text(file.getKey());
        sources.put(file.getKey(), old.with(file.getValue().apply(old.text())));
      }
    }
    if (draft == null) {
      return survey;
    }
    java.into(draft);
    java.apply();
    return draft.survey();
  }
}
