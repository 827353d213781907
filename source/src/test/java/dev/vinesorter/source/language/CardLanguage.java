package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A made-up language of index cards, the smallest that has names, packages and uses:
 *
 * <pre>
 * file = { card | see | remark }
 * card = "card " NAME             a type in the package that the file's folder is
 * see  = "see " [ PACKAGE "." ] NAME   the card above uses another
 * </pre>
 *
 * Each on a line of its own; any other line is a remark.
 */
public final class CardLanguage implements Language {
  @Override
  public String name() {
    return "cards";
  }

  @Override
  public boolean owns(String path) {
    return path.endsWith(".card");
  }

  @Override
  public SourceReader reader() {
    return CardLanguage::read;
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    return (survey, step, sources) -> move(survey, step, sources, options);
  }

  @Override
  public Set<String> verbs() {
    return Set.of("move");
  }

  /** A word of a line, with the package around it where it has one. */
  private record Line(boolean declares, String packageName, String name, int begin, int end) {
    String full() {
      return packageName.isEmpty() ? name : packageName + "." + name;
    }
  }

  private static List<Line> lines(String path, String text) {
    List<Line> found = new ArrayList<>();
    int begin = 0;
    for (String line : text.split("\n", -1)) {
      boolean declares = line.startsWith("card ");
      if (declares || line.startsWith("see ")) {
        int from = line.indexOf(' ') + 1;
        int dot = line.lastIndexOf('.');
        String around = dot < 0 ? packageOf(path) : line.substring(from, dot);
        int name = Math.max(from, dot + 1);
        found.add(
            new Line(declares, around, line.substring(name), begin + name, begin + line.length()));
      }
      begin += line.length() + 1;
    }
    return found;
  }

  private static String packageOf(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/'))).replace('/', '.');
  }

  private static Reading read(Overlay sources, ReadOptions options, Progress progress) {
    SurveyBuilder builder = new SurveyBuilder();
    Map<String, Integer> cards = new HashMap<>();
    List<String> own = sources.paths().stream().filter(path -> path.endsWith(".card")).toList();
    for (String path : own) {
      String text = sources.text(path).text();
      int inPackage = builder.unit(Level.PACKAGE, -1, packageOf(path));
      int file = builder.unit(Level.FILE, inPackage, path);
      int module = builder.unit(Level.MODULE, -1, "module:cards");
      builder.file(file, module, text.length(), SourceText.lineStarts(text));
      for (Line line : lines(path, text)) {
        if (line.declares) {
          int card = builder.unit(Level.TYPE, file, line.name);
          builder.span(card, line.begin, line.end, line.begin);
          cards.put(line.full(), card);
        }
      }
    }
    for (String path : own) {
      int card = -1;
      for (Line line : lines(path, sources.text(path).text())) {
        Integer used = cards.get(line.full());
        if (line.declares) {
          card = used;
        } else if (used == null) {
          builder.unresolved(line.name, new Site(path, 1, 1, line.begin, line.end));
        } else if (card >= 0) {
          builder.reference(card, used, Kind.REFERS, line.begin, line.end, false);
        }
      }
    }
    return new Reading(builder.build(), Memo.NONE);
  }

  /** A file goes into another folder; whoever sees one of its cards from elsewhere says where. */
  private StepEditor.Result move(
      dev.vinesorter.core.model.Survey survey, Step step, Overlay sources, ReadOptions options) {
    String path = step.unit();
    String into = ((Step.Move) step).into();
    String to = into + path.substring(path.lastIndexOf('/'));
    if (!sources.exists(path) || sources.exists(to)) {
      String why =
          sources.exists(to) ? to + " is there already." : "There is no file " + path + ".";
      return new StepEditor.Result(
          StepOutcome.refused(
              List.of(new StepOutcome.Reason(RefusalCode.BAD_TARGET, why, List.of()))),
          survey);
    }
    String before = packageOf(path);
    String after = packageOf(to);
    Set<String> gone = new java.util.HashSet<>();
    lines(path, sources.text(path).text()).stream()
        .filter(Line::declares)
        .forEach(line -> gone.add(line.full()));
    for (String user : List.copyOf(sources.paths())) {
      if (owns(user)) {
        String home = user.equals(path) ? after : packageOf(user);
        TextEdits edits = new TextEdits();
        String text = sources.text(user).text();
        for (Line line : lines(user, text)) {
          String now = gone.contains(line.full()) ? after : line.packageName;
          if (!line.declares && !(now.equals(line.packageName) && home.equals(packageOf(user)))) {
            int begin = text.lastIndexOf(' ', line.begin) + 1;
            edits.replace(begin, line.begin, now.equals(home) ? "" : now + ".");
          }
        }
        if (!edits.isEmpty()) {
          sources.put(user, sources.text(user).with(edits.apply(text)));
        }
      }
    }
    assert !before.equals(after) : "a file that stays where it is";
    sources.move(path, to, sources.text(path));
    Reading fresh = read(sources, options, Progress.SILENT);
    return new StepEditor.Result(StepOutcome.changed(List.of()), fresh.survey());
  }
}
