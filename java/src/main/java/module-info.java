/**
 * Reading and changing Java. The only way in is {@link dev.vinesorter.java.JavaLanguage}; no
 * package is open to others.
 */
module dev.vinesorter.java {
  requires transitive dev.vinesorter.source;
  requires java.compiler;
  requires jdk.compiler;
  requires org.objectweb.asm;
  requires org.objectweb.asm.commons;
  requires org.objectweb.asm.tree;

  provides dev.vinesorter.source.language.Language with
      dev.vinesorter.java.JavaLanguage;
}
