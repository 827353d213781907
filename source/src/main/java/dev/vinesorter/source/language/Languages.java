package dev.vinesorter.source.language;

import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.ServiceLoader;

/** The languages that are there, and all of a root as if they were one. */
public final class Languages {
  private static final Languages INSTALLED = new Languages(found());

  private final Owners owners;

  private Languages(List<Language> all) {
    this.owners = new Owners(all);
  }

  /** The only place that looks for languages. */
  private static List<Language> found() {
    List<Language> found = new ArrayList<>();
    ServiceLoader.load(Language.class, Languages.class.getClassLoader()).forEach(found::add);
    return checked(found);
  }

  private static List<Language> checked(List<Language> languages) {
    List<Language> sorted = new ArrayList<>(languages);
    sorted.sort(Comparator.comparing(Language::name));
    for (int n = 1; n < sorted.size(); n++) {
      if (sorted.get(n - 1).name().equals(sorted.get(n).name())) {
        throw new IllegalStateException(
            "Two languages are called '"
                + sorted.get(n).name()
                + "': "
                + sorted.get(n - 1).getClass().getName()
                + " and "
                + sorted.get(n).getClass().getName()
                + ". Leave one of their jars out.");
      }
    }
    return List.copyOf(sorted);
  }

  /** Those that are on the class path or module path, by name. */
  public static Languages installed() {
    return INSTALLED;
  }

  /** Those given. */
  public static Languages of(Language... languages) {
    return new Languages(checked(List.of(languages)));
  }

  /** Their names, ascending. */
  public List<String> names() {
    return owners.all().stream().map(Language::name).toList();
  }

  /** Whether a file has a say in a survey: the sources and build files of all. */
  public boolean own(String path) {
    return owners.owner(path) != null;
  }

  /** Reads what each owns into one survey. */
  public SourceReader reader() {
    return new ReaderOfAll(owners);
  }

  /**
   * Gives each step to the language of what it is about.
   *
   * @param before what {@link #reader()} made of the sources
   */
  public StepEditor editor(Reading before, ReadOptions options) {
    return new EditorOfAll(owners, before, options);
  }

  /** Begins to look at what edited sources of each compile to. */
  public CompiledProof proof(Overlay sources, Reading before) {
    List<Language> present = owners.among(sources.paths());
    if (present.size() == 1) {
      return present.get(0).proof(sources, before);
    }
    List<CompiledProof> proofs = new ArrayList<>();
    for (Language language : present) {
      proofs.add(language.proof(sources, LanguagePart.of(language, present, before)));
    }
    return (rehearsal, after) -> {
      Instructions found = Instructions.NOTHING;
      for (int n = 0; n < proofs.size(); n++) {
        Reading part = LanguagePart.of(present.get(n), present, after);
        found = found.and(proofs.get(n).compare(rehearsal, part));
      }
      return found;
    };
  }
}
