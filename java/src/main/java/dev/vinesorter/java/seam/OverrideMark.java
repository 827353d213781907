package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.MethodTree;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Patch;
import java.util.Optional;

/** The annotation of a method that says that it overrides another. */
final class OverrideMark {
  private OverrideMark() {}

  /** The annotation, where a method has it. */
  static Optional<? extends AnnotationTree> of(MethodTree method) {
    return method.getModifiers().getAnnotations().stream()
        .filter(one -> one.getAnnotationType().toString().endsWith("Override"))
        .findFirst();
  }

  /** Takes it out with the blanks behind it. */
  static void takeOut(MethodTree method, LocatedTree tree, Patch patch) {
    of(method)
        .ifPresent(
            one -> {
              int past = tree.end(one);
              while (Character.isWhitespace(tree.text().charAt(past))) {
                past++;
              }
              patch.remove(tree.begin(one), past);
            });
  }
}
