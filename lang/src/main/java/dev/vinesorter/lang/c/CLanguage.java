package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.FileMoves;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.read.OutlineReader;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import java.util.Set;
import java.util.regex.Pattern;
import org.treesitter.TreeSitterC;
import org.treesitter.TreeSitterCpp;

/** C and C++ as others see them. */
public final class CLanguage implements Language {
  private static final Grammar C = new Grammar(TreeSitterC::new);
  private static final Grammar CPP = new Grammar(TreeSitterCpp::new);

  private static final Set<String> ENDS =
      Set.of(
          "c", "h", "cc", "cpp", "cxx", "c++", "hh", "hpp", "hxx", "h++", "inl", "ipp", "tpp",
          "tcc", "ino");

  /** What only C++ has, in a header that may be of either. */
  private static final Pattern OF_CPP =
      Pattern.compile("\\b(?:class|namespace|template|public:|private:)\\b|::|\\bpublic:");

  @Override
  public String name() {
    return "c";
  }

  private static String end(String path) {
    return path.substring(path.lastIndexOf('.') + 1);
  }

  @Override
  public boolean owns(String path) {
    return ENDS.contains(end(path));
  }

  @Override
  public SourceReader reader() {
    return outlines();
  }

  private OutlineReader outlines() {
    return new OutlineReader(this::owns, CLanguage::scan, new CRules());
  }

  private static Outline scan(String path, String text) {
    boolean header = end(path).equals("h");
    boolean plain = end(path).equals("c") || header && !OF_CPP.matcher(text).find();
    Marks marks = Marks.of(text);
    return CScan.of(path, (plain ? C : CPP).parse(marks.text()), text, marks.places());
  }

  @Override
  public StepEditor editor(Reading before, ReadOptions options) {
    return new FileMoves(outlines(), new CSpecifiers(), before, options);
  }

  @Override
  public Set<String> verbs() {
    return Set.of("move");
  }
}
