/** Reading languages other than Java by their grammars; no package is open to others. */
module dev.vinesorter.lang {
  requires transitive dev.vinesorter.source;

  provides dev.vinesorter.source.language.Language with
      dev.vinesorter.lang.c.CLanguage,
      dev.vinesorter.lang.csharp.CSharpLanguage,
      dev.vinesorter.lang.kotlin.KotlinLanguage,
      dev.vinesorter.lang.php.PhpLanguage,
      dev.vinesorter.lang.python.PythonLanguage,
      dev.vinesorter.lang.ruby.RubyLanguage,
      dev.vinesorter.lang.script.ScriptLanguage;
}
