package dev.vinesorter.lang.c;

import java.util.Set;

/** The words of C and C++ by what they may stand for where something is declared. */
final class DeclaringWords {
  static final Set<String> KEYWORDS =
      Set.of(
          "return",
          "else",
          "do",
          "case",
          "throw",
          "goto",
          "co_return",
          "new",
          "delete",
          "and",
          "or",
          "not",
          "sizeof",
          "define",
          "ifdef",
          "ifndef",
          "undef",
          "elif",
          "endif",
          "if",
          "defined");

  /** What may stand before the type that a function gives. */
  static final Set<String> SPECIFIERS =
      Set.of(
          "static",
          "extern",
          "inline",
          "__inline",
          "__inline__",
          "__forceinline",
          "_Noreturn",
          "const",
          "volatile",
          "constexpr",
          "virtual",
          "explicit",
          "friend",
          "register",
          "struct",
          "union",
          "enum",
          "class",
          "typename",
          "unsigned",
          "signed",
          "restrict");

  /** Other words of the languages that may begin a declaration in front of two more words. */
  static final Set<String> BEGINNINGS =
      Set.of(
          "typedef",
          "using",
          "namespace",
          "template",
          "auto",
          "export",
          "import",
          "module",
          "operator",
          "consteval",
          "constinit",
          "mutable",
          "concept",
          "requires",
          "asm",
          "if",
          "while",
          "for",
          "switch",
          "default",
          "bool",
          "wchar_t");

  /** With which the type of a variable begins, where that is no name. */
  static final Set<String> PRIMITIVE =
      Set.of(
          "void",
          "int",
          "char",
          "short",
          "long",
          "float",
          "double",
          "unsigned",
          "signed",
          "struct",
          "union",
          "enum");

  static final Set<String> TAGS = Set.of("struct", "union", "enum");

  /** Behind these, what is asked stands in parentheses, and a statement follows. */
  static final Set<String> QUESTIONS = Set.of("if", "while", "for", "switch");

  /** Behind a type, these say no other one. */
  static final Set<String> NO_TYPES =
      Set.of("operator", "restrict", "__restrict", "in", "and", "or");

  private DeclaringWords() {}

  /** Whether the name of a class follows a word. */
  static boolean isClass(String word) {
    return word.equals("class") || word.equals("struct");
  }

  /** Whether a word is one of the languages. */
  static boolean isKnown(String word) {
    return SPECIFIERS.contains(word)
        || BEGINNINGS.contains(word)
        || PRIMITIVE.contains(word)
        || KEYWORDS.contains(word);
  }
}
