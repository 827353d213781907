package dev.vinesorter.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Runs the built program as users do: its launcher, in a process of its own, in a folder. */
final class Program {
  static final Path REPOSITORY = Path.of("").toAbsolutePath().getParent();
  static final Path DISTRIBUTION = REPOSITORY.resolve("cli/target/vinesort-0.1.0/vinesort-0.1.0");
  private static final Path LAUNCHER = DISTRIBUTION.resolve("bin/vinesort");

  /** What a run left. */
  record Run(int code, String out, String err) {
    JsonNode json() {
      try {
        return new ObjectMapper().readTree(out);
      } catch (IOException e) {
        throw new UncheckedIOException(out, e);
      }
    }
  }

  private Program() {}

  static Process start(Path folder, String... words) throws IOException {
    return start(folder, Map.of(), words);
  }

  private static Process start(Path folder, Map<String, String> environment, String... words)
      throws IOException {
    List<String> line = new ArrayList<>(List.of(LAUNCHER.toString()));
    line.addAll(List.of(words));
    ProcessBuilder builder = new ProcessBuilder(line).directory(folder.toFile());
    builder.environment().putAll(environment);
    return builder.start();
  }

  /** Ends a process that does not end by itself, so that the test fails and does not hang. */
  private static void ended(Process process, int seconds, String... words) {
    CompletableFuture.delayedExecutor(seconds, TimeUnit.SECONDS)
        .execute(
            () -> {
              if (process.isAlive()) {
                System.err.println("Took over " + seconds + " s: " + String.join(" ", words));
                process.destroyForcibly();
              }
            });
  }

  static Run run(Path folder, String... words) {
    return run(folder, Map.of(), Integer.MAX_VALUE, words);
  }

  /** The same with more in the environment; a run that takes longer has failed. */
  static Run run(Path folder, Map<String, String> environment, int seconds, String... words) {
    try {
      Process process = start(folder, environment, words);
      ended(process, seconds, words);
      process.getOutputStream().close();
      byte[][] err = new byte[1][];
      Thread errors =
          new Thread(
              () -> {
                try {
                  err[0] = process.getErrorStream().readAllBytes();
                } catch (IOException e) {
                  throw new UncheckedIOException(e);
                }
              });
      errors.start();
      String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      errors.join();
      return new Run(process.waitFor(), out, new String(err[0], StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Adds files, each headed by a line {@code --- path}. */
  static void write(Path folder, String drawn) throws IOException {
    for (String part : drawn.split("(?m)^--- ")) {
      if (!part.isBlank()) {
        int end = part.indexOf('\n');
        Path file = folder.resolve(part.substring(0, end).strip());
        Files.createDirectories(file.getParent());
        Files.writeString(file, part.substring(end + 1));
      }
    }
  }

  static void copyDemo(Path folder) throws IOException {
    Path demo = REPOSITORY.resolve("demo");
    try (Stream<Path> all = Files.walk(demo)) {
      for (Path file : all.toList()) {
        Path inside = demo.relativize(file);
        Path place = folder.resolve(inside);
        if (Files.isRegularFile(file)
            && !inside.startsWith("target")
            && !inside.startsWith(".vinesort")) {
          Files.createDirectories(place.getParent());
          Files.copy(file, place);
        }
      }
    }
  }

  /** Every source below a folder with its bytes as text, our own folder left out. */
  static Map<String, String> sources(Path folder) throws IOException {
    Map<String, String> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.toList()) {
        String name = folder.relativize(file).toString();
        if (Files.isRegularFile(file) && !name.startsWith(".vinesort")) {
          found.put(name, Files.readString(file, StandardCharsets.ISO_8859_1));
        }
      }
    }
    return found;
  }
}
