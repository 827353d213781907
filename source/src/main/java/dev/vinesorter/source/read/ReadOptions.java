package dev.vinesorter.source.read;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * How sources are read; kept with the survey, so that a later reading is the same.
 *
 * @param classpath paths of libraries; empty to find them from the build
 * @param encoding name of the encoding; empty for UTF-8
 * @param leaveOut path globs of files that stand outside looks and judgements
 * @param marks texts in a leading comment that tell a file was written by a program
 * @param includePath folders below the root in which includes are looked for, before others
 */
public record ReadOptions(
    List<String> classpath,
    String encoding,
    List<String> leaveOut,
    List<String> marks,
    List<String> includePath) {
  public static final ReadOptions DEFAULT = new ReadOptions(List.of(), "", List.of());

  /** Without marks of generated code. */
  public ReadOptions(List<String> classpath, String encoding, List<String> leaveOut) {
    this(classpath, encoding, leaveOut, List.of(), List.of());
  }

  public ReadOptions {
    classpath = List.copyOf(classpath);
    leaveOut = List.copyOf(leaveOut);
    marks = List.copyOf(marks);
    includePath = List.copyOf(includePath);
  }

  /** The same with what a trellis leaves out and how it tells generated code. */
  public ReadOptions with(Trellis trellis) {
    List<String> allOut = new ArrayList<>(leaveOut);
    trellis.leaveOut().stream().filter(glob -> !allOut.contains(glob)).forEach(allOut::add);
    List<String> allMarks = new ArrayList<>(marks);
    trellis.marks().stream().filter(mark -> !allMarks.contains(mark)).forEach(allMarks::add);
    return new ReadOptions(classpath, encoding, allOut, allMarks, includePath);
  }

  /** The expected encoding. */
  public java.nio.charset.Charset charset() {
    try {
      return encoding.isEmpty()
          ? java.nio.charset.StandardCharsets.UTF_8
          : java.nio.charset.Charset.forName(encoding);
    } catch (IllegalArgumentException e) {
      throw new CannotWorkException(
          "There is no encoding '" + encoding + "' here. Say one such as UTF-8 or ISO-8859-1.", e);
    }
  }

  /**
   * Tells which paths are left out of looks and judgements: they or a folder around them match, or
   * a build made them.
   */
  public Predicate<String> leavesOut(Root root) {
    BuildOutput built = new BuildOutput(root);
    return leavesOut().or(built::holds);
  }

  private Predicate<String> leavesOut() {
    List<Glob> globs = leaveOut.stream().map(Glob::ofPath).toList();
    Map<String, Boolean> folders = new HashMap<>();
    return path -> !globs.isEmpty() && isLeftOut(path, globs, folders);
  }

  private static boolean isLeftOut(String path, List<Glob> globs, Map<String, Boolean> folders) {
    int slash = path.lastIndexOf('/');
    if (slash >= 0) {
      String folder = path.substring(0, slash);
      Boolean around = folders.get(folder);
      if (around == null) {
        around = isLeftOut(folder, globs, folders);
        folders.put(folder, around);
      }
      if (around) {
        return true;
      }
    }
    return globs.stream().anyMatch(glob -> glob.matches(path));
  }
}
