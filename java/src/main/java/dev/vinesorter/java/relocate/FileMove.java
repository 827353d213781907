package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Mention;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.OwnResources;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * A file that is no Java source goes into another folder. Code that asks for it as a resource gets
 * its new name, where the text can mean nothing else; the rest is told.
 */
public final class FileMove {
  /** What is found by its place alone. */
  private static final Set<String> PLACED =
      Set.of("pom.xml", "build.gradle", "build.gradle.kts", "settings.gradle", "mvnw", "gradlew");

  private final SourceView code;
  private final Units units;
  private final Overlay sources;
  private final String from;
  private final String to;
  private final boolean all;
  private final FileChanges changes;
  private final List<Reason> reasons = new ArrayList<>();
  private final List<Mention> mentions = new ArrayList<>();

  private FileMove(Survey survey, Overlay sources, String from, String to, boolean all) {
    this.code = new SourceView(survey, sources);
    this.units = survey.units();
    this.sources = sources;
    this.from = from;
    this.to = to;
    this.all = all;
    this.changes = new FileChanges(code);
  }

  /** The place that a file has in a folder. */
  public static String placeIn(String folder, String path) {
    String in = folder.endsWith("/") ? folder : folder + "/";
    return (in.equals("./") ? "" : in) + path.substring(path.lastIndexOf('/') + 1);
  }

  /**
   * Moves the file.
   *
   * @param all whether text that only may name the file is changed, too
   */
  public static Result carryOut(
      Survey survey, Overlay sources, String from, String to, boolean all) {
    FileMove move = new FileMove(survey, sources, from, to, all);
    move.judge();
    if (move.reasons.isEmpty()) {
      move.readers();
      move.otherText();
    }
    if (!move.reasons.isEmpty()) {
      return new Result(StepOutcome.refused(move.reasons), survey);
    }
    SurveyDraft draft = null;
    if (!move.changes.files().isEmpty()) {
      draft = new SurveyDraft(survey);
      move.changes.into(draft);
      move.changes.apply();
    }
    sources.move(from, to, sources.text(from));
    return new Result(
        StepOutcome.changed(List.of()).with(move.mentions),
        draft == null ? survey : draft.survey());
  }

  private void refuse(RefusalCode refusal, String message, Site... sites) {
    reasons.add(new Reason(refusal, message, List.of(sites)));
  }

  private void judge() {
    var place = sources.root().resolve(to);
    String name = from.substring(from.lastIndexOf('/') + 1);
    if (PLACED.contains(name) || ("/" + from).contains("/META-INF/")) {
      refuse(RefusalCode.BAD_TARGET, from + " is found by its place, so it has to stay there.");
    }
    if (to.startsWith(".") || to.contains("/.")) {
      refuse(
          RefusalCode.BAD_TARGET, to + " is in a hidden folder, where sources are not looked for.");
    }
    if (Files.isSymbolicLink(sources.root().path().resolve(from))) {
      refuse(
          RefusalCode.LINKED_FILE, from + " is a symbolic link; move the file that it leads to.");
    }
    boolean onDisk = Files.exists(place) && !sources.changed().containsKey(to);
    if (sources.exists(to) || onDisk) {
      refuse(RefusalCode.NAME_CLASH, "There is a file " + to + " already. Move it away first.");
    }
    for (int slash = to.lastIndexOf('/'); slash > 0; slash = to.lastIndexOf('/', slash - 1)) {
      String folder = to.substring(0, slash);
      if (sources.exists(folder) || sources.isOnDisk(folder)) {
        refuse(RefusalCode.NAME_CLASH, folder + " is a file, not a folder.");
      }
    }
  }

  // ---- code that reads it

  private void readers() {
    String name = from.substring(from.lastIndexOf('/') + 1);
    for (int file = 0; file < units.size(); file++) {
      if (units.level(file) != Level.FILE || units.has(file, Trait.FOREIGN)) {
        continue;
      }
      if (code.text(file).contains(name)) {
        JavaTokens tokens = code.tokens(file);
        for (int token = 0; token < tokens.size(); token++) {
          String literal = tokens.text(token);
          if (literal.startsWith("\"") && literal.endsWith(name + "\"") && literal.length() > 2) {
            reader(file, token, literal.substring(1, literal.length() - 1));
          }
        }
      }
    }
  }

  /** A literal that ends with the file's name. */
  private void reader(int file, int token, String text) {
    String beside = code.packageBefore(file).replace('.', '/');
    String relative = (beside.isEmpty() ? "" : beside + "/") + text;
    boolean asked = isAsked(file, token);
    boolean byLoader = isAskedOfLoader(file, token);
    if (text.startsWith("/") && isFrom(text.substring(1))) {
      named(file, token, text.substring(1), "/", asked && !byLoader);
    } else if (!text.startsWith("/") && isFrom(relative) && !byLoader) {
      if (asked) {
        named(file, token, relative, "/", true);
      } else if (new OwnResources(code).asks(file)) {
        refuse(
            RefusalCode.RESOURCE_READ,
            from + " is read here relative to its class, in a way that is not understood.",
            code.site(file, token));
      }
    } else if (text.contains("/") && isFrom(text)) {
      named(file, token, text, "", byLoader);
    }
  }

  private boolean isFrom(String tail) {
    return from.equals(tail) || from.endsWith("/" + tail);
  }

  private void named(int file, int token, String tail, String lead, boolean certain) {
    String root = from.substring(0, from.length() - tail.length());
    Site site = code.site(file, token);
    if (!to.startsWith(root)) {
      refuse(
          RefusalCode.RESOURCE_READ,
          from + " is read here, and " + to + " is in another folder of resources.",
          site);
      return;
    }
    String becomes = lead + to.substring(root.length());
    boolean change = certain || all;
    if (change) {
      changes.replace(file, token, "\"" + becomes + "\"");
    }
    String literal = code.tokens(file).text(token);
    mentions.add(new Mention(site, literal.substring(1, literal.length() - 1), becomes, change));
  }

  /** Whether a literal is all that a call for a resource is given. */
  private boolean isAsked(int file, int token) {
    JavaTokens tokens = code.tokens(file);
    return tokens.is(token - 1, "(")
        && tokens.is(token + 1, ")")
        && tokens.isWord(token - 2)
        && tokens.text(token - 2).contains("Resource");
  }

  private boolean isAskedOfLoader(int file, int token) {
    JavaTokens tokens = code.tokens(file);
    return isAsked(file, token)
        && (tokens.text(token - 2).startsWith("getSystemResource")
            || tokens.is(token - 3, ".")
                && tokens.is(token - 4, ")")
                && tokens.text(Math.max(0, token - 6)).endsWith("ClassLoader"));
  }

  // ---- other text

  private void otherText() {
    for (String path : sources.paths()) {
      if (path.endsWith(".java") || path.equals(from)) {
        continue;
      }
      SourceText old = sources.text(path);
      String text = old.text();
      if (text.indexOf('\0') >= 0 || !text.contains(from)) {
        continue;
      }
      TextEdits edits = new TextEdits();
      for (int at = text.indexOf(from); at >= 0; at = text.indexOf(from, at + from.length())) {
        int end = at + from.length();
        if ((at == 0 || !isPathChar(text.charAt(at - 1)))
            && (end == text.length() || !isPathChar(text.charAt(end)))) {
          mentions.add(new Mention(old.site(path, at, end), from, to, all));
          edits.replace(at, end, to);
        }
      }
      if (all && !edits.isEmpty()) {
        sources.put(path, old.with(edits.apply(text)));
      }
    }
  }

  private static boolean isPathChar(char c) {
    return Character.isLetterOrDigit(c) || c == '/' || c == '_' || c == '-';
  }
}
