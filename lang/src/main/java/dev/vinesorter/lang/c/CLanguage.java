package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.OutlineLanguage;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.read.LookupPaths;
import java.util.Set;
import java.util.regex.Pattern;
import org.treesitter.TreeSitterC;
import org.treesitter.TreeSitterCpp;

/** C and C++ as others see them. */
public final class CLanguage extends OutlineLanguage {
  private static final Grammar C = new Grammar(TreeSitterC::new);
  private static final Grammar CPP = new Grammar(TreeSitterCpp::new);

  private static final Set<String> ENDS =
      Set.of(
          "c", "h", "cc", "cpp", "cxx", "c++", "hh", "hpp", "hxx", "h++", "inl", "ipp", "tpp",
          "tcc", "ino");

  /** What only C++ has, in a header that may be of either. */
  private static final Pattern OF_CPP =
      Pattern.compile("\\b(?:class|namespace|template|public:|private:)\\b|::|\\bpublic:");

  /** The language. */
  public CLanguage() {
    super(
        "c",
        CLanguage::isSource,
        CLanguage::scan,
        CRules::new,
        CSpecifiers::new,
        () -> new CDeclarations(CLanguage::parse));
    listensTo(LookupPaths::saysIncludes);
  }

  /** What stands behind the last dot of a path. */
  static String end(String path) {
    return path.substring(path.lastIndexOf('.') + 1);
  }

  static boolean isSource(String path) {
    return ENDS.contains(end(path));
  }

  /** Whether a source is one of C, and not of C++, by its path. */
  static boolean isPlain(String path) {
    return end(path).equals("c");
  }

  private static Outline scan(String path, String text) {
    Marks marks = Marks.of(text);
    return CScan.of(path, parse(path, text, marks), text, marks.places());
  }

  private static Syntax parse(String path, String text) {
    return parse(path, text, Marks.of(text));
  }

  private static Syntax parse(String path, String text, Marks marks) {
    if (BareValues.isAll(text)) {
      return C.parse(" ".repeat(text.length()));
    }
    boolean header = end(path).equals("h");
    boolean plain = isPlain(path) || header && !OF_CPP.matcher(text).find();
    return (plain ? C : CPP).parse(marks.text());
  }
}
