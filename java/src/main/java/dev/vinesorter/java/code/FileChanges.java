package dev.vinesorter.java.code;

import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Text edits in files that stay where they are, and what they do to the survey's offsets. */
public final class FileChanges {
  private final SourceView code;
  private final Map<Integer, TextEdits> edits = new TreeMap<>();

  public FileChanges(SourceView code) {
    this.code = code;
  }

  /** The edits of a file, in the offsets of the text it has now. */
  public TextEdits in(int file) {
    return edits.computeIfAbsent(file, f -> new TextEdits());
  }

  public Set<Integer> files() {
    return edits.keySet();
  }

  /** Replaces one token. */
  public void replace(int file, int token, String text) {
    JavaTokens tokens = code.tokens(file);
    in(file).replace(tokens.begin(token), tokens.end(token), encodable(file, text));
  }

  /** The text as the file's encoding can have it. */
  public String encodable(int file, String text) {
    return code.sources().text(code.units().name(file)).encodable(text);
  }

  /** Tells the survey where everything stands now. */
  public void into(SurveyDraft draft) {
    edits.forEach(
        (file, text) -> {
          for (int unit : code.units().withAllInside(file)) {
            draft.shift(unit, text::placeBefore, text::place);
          }
          String fresh = text.apply(code.text(file));
          draft.lines(file, fresh.length(), SourceText.lineStarts(fresh));
        });
  }

  /** Changes the sources. */
  public void apply() {
    edits.forEach(
        (file, text) -> {
          if (!text.isEmpty()) {
            String path = code.units().name(file);
            SourceText old = code.sources().text(path);
            code.sources().put(path, old.with(text.apply(old.text())));
          }
        });
  }
}
