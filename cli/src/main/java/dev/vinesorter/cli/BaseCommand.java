package dev.vinesorter.cli;

import dev.vinesorter.report.Page;
import dev.vinesorter.source.disk.WholeFile;
import dev.vinesorter.source.text.CannotWorkException;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** What all commands share: common options and where their output goes. */
abstract class BaseCommand implements Callable<Integer> {
  @Mixin CommonOptions common = new CommonOptions();

  @Spec CommandSpec spec;

  /** The workbench at the root given. */
  Workbench workbench() {
    return Workbench.at(common.root, this::say);
  }

  PrintWriter out() {
    return spec.commandLine().getOut();
  }

  /** Tells the user something that is not the answer. */
  void say(String message) {
    spec.commandLine().getErr().println("vinesort: " + Output.plain(message));
  }

  /** Prints a text for people. */
  void show(Consumer<Page> content) {
    Page page = new Page(Output.colour(!common.noColour));
    content.accept(page);
    print(page.toString());
  }

  /** Writes a plan that was proposed, whole or not at all, and says so. */
  void writePlan(Path file, String plan, long steps) {
    try {
      WholeFile.replace(file, plan.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw CannotWorkException.io("write", file, e);
    }
    say(steps + " steps are in " + file + "; 'vinesort rehearse " + file + "' tries them.");
  }

  void print(String text) {
    out().print(text);
    out().flush();
  }
}
