package dev.vinesorter.cli;

import dev.vinesorter.report.Page;
import java.io.PrintWriter;
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

  void print(String text) {
    out().print(text);
    out().flush();
  }
}
