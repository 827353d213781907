package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Writes new simple names where sources of others name what a step renamed. */
final class RenamedUses {
  private final StepEffect step;
  private final Survey before;

  RenamedUses(StepEffect step) {
    this.step = step;
    this.before = step.before();
  }

  /**
   * Sources of others with new simple names where a step renamed what they name; empty where
   * something cannot be written.
   *
   * @param sources as they were before the step
   */
  Optional<Map<String, SourceText>> withNames(Map<String, String> names, Overlay sources) {
    Map<String, TextEdits> edits = new TreeMap<>();
    boolean[] lost = new boolean[1];
    step.eachUse(
        r -> {
          String fresh = names.get(before.units().name(before.references().target(r)));
          if (fresh != null) {
            Site site = before.site(r);
            SourceText source = sources.text(site.file());
            lost[0] |= !source.equals(step.edited().text(site.file()));
            String text = source.text().substring(site.begin(), site.end());
            String written = written(r, text, fresh);
            lost[0] |= written == null;
            if (written != null && !written.equals(text)) {
              edits
                  .computeIfAbsent(site.file(), file -> new TextEdits())
                  .replace(site.begin(), site.end(), written);
            }
          }
        });
    Map<String, SourceText> texts = new TreeMap<>();
    try {
      for (Map.Entry<String, TextEdits> one : edits.entrySet()) {
        SourceText old = step.edited().text(one.getKey());
        texts.put(one.getKey(), old.with(one.getValue().apply(old.text())));
      }
    } catch (TextEdits.OverlapException e) {
      return Optional.empty();
    }
    return lost[0] ? Optional.empty() : Optional.of(texts);
  }

  /** What stands for a new name at a use; null where nothing can. */
  private String written(int use, String text, String fresh) {
    Units units = before.units();
    int used = before.references().target(use);
    String old = MemberNames.bare(units.simpleName(used));
    String name = MemberNames.bare(fresh.substring(cut(fresh) + 1));
    if (text.equals(old)) {
      // A getter of a truth value is called like its property, which is written without brackets.
      boolean called =
          before.references().kind(use) == Kind.CALLS || !units.has(used, Trait.METHOD);
      return called || old.equals(name) ? name : property(name);
    }
    if (!units.has(used, Trait.METHOD) || old.equals(name)) {
      // Named by another name that an import gives.
      return text;
    }
    return before.references().kind(use) == Kind.READS ? property(name) : null;
  }

  private static int cut(String fullName) {
    int hash = fullName.indexOf('#');
    int end = fullName.indexOf('(');
    return hash >= 0 ? hash : fullName.lastIndexOf('.', end < 0 ? fullName.length() : end);
  }

  private static String property(String getter) {
    String property = Property.of(getter);
    return property.isEmpty() ? getter + "()" : property;
  }
}
