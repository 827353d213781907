package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.stream.Stream;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/**
 * What a stranger could leave in a code base, its class path, its git folder or our own folder, to
 * have something run, written, read or believed. Each attack gets a root and a folder outside of it
 * that holds precious files; afterwards these must be as before, nothing may have been run, and
 * every command must have answered in a sentence and in time.
 */
class AttacksTest {
  /** Far beyond what any of the commands takes on a busy machine: what runs longer hangs. */
  private static final int SECONDS = 600;

  @TempDir Path folder;

  /** One attack in a root of its own. */
  private final class Stage {
    final Path root;
    final Path outside;
    final Path canary;
    final Map<String, String> environment = new LinkedHashMap<>();
    final List<Program.Run> runs = new ArrayList<>();

    Stage(String name) throws IOException {
      Path own = Files.createDirectories(folder.resolve(name.replaceAll("\\W+", "-")));
      root = Files.createDirectory(own.resolve("root"));
      outside = Files.createDirectory(own.resolve("outside"));
      canary = own.resolve("canary");
      Files.writeString(outside.resolve("precious"), "precious\n");
      Program.write(
          root,
          """
          --- a/A.java
          package a;

          public class A {
            b.B b;
          }
          --- b/B.java
          package b;

          public class B {}
          --- plan.yaml
          title: plan
          steps:
            - rename: b.B
              to: C
          """);
    }

    Program.Run run(String... words) {
      Program.Run run = Program.run(root, environment, SECONDS, words);
      runs.add(run);
      return run;
    }

    /** Surveys the root and carries its plan out. */
    void apply() {
      run("survey");
      assertThat(run("apply", "plan.yaml").code()).isZero();
    }

    void write(String path, String text) throws IOException {
      Path file = root.resolve(path);
      Files.createDirectories(file.getParent());
      Files.writeString(file, text);
    }

    /** A link in the root to the precious file, or to the folder around it. */
    void link(String path, String to) throws IOException {
      Path link = root.resolve(path);
      Files.createDirectories(link.getParent());
      Files.createSymbolicLink(link, outside.resolve(to));
    }

    void sh(String command) throws IOException {
      try {
        Process process =
            new ProcessBuilder("sh", "-c", command)
                .directory(root.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as("%s: %s", command, said).isZero();
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }

    void git() throws IOException {
      sh("git init -q . && git config user.name N && git config user.email e@x");
    }

    void commit() throws IOException {
      sh("git add -A -- . ':!.vinesort' && git commit -q -m before --no-verify");
    }

    /** What must hold after every attack. */
    void assertHeld() throws IOException {
      assertThat(canary).as("something was run").doesNotExist();
      try (Stream<Path> all = Files.list(outside)) {
        assertThat(all.map(p -> p.getFileName().toString())).containsExactly("precious");
      }
      assertThat(outside.resolve("precious")).hasContent("precious\n");
      assertThat(runs).isNotEmpty();
      for (Program.Run run : runs) {
        assertThat(run.code()).as(run.err()).isBetween(0, 3);
        assertThat(run.err())
            .doesNotContain("Exception", "Error:", "\tat ", "should not have happened");
        assertThat(run.out() + run.err()).doesNotContain("precious\n");
      }
    }
  }

  /** Sets a stage, runs commands on it, and asserts what is special to it. */
  private interface Attack {
    void on(Stage stage) throws IOException;
  }

  /** Tried in every build. */
  private final Map<String, Attack> attacks = new LinkedHashMap<>();

  /** Alike or slow, and tried when asked for with {@code -Dattacks=all}. */
  private final Map<String, Attack> more = new LinkedHashMap<>();

  @TestFactory
  Stream<DynamicTest> attackIsHeld() {
    onTheCompiler();
    byJournals();
    byKeptSurveys();
    byLinks();
    byOptions();
    byGit();
    byBadInput();
    if ("all".equals(System.getProperty("attacks"))) {
      attacks.putAll(more);
    }
    return attacks.entrySet().stream()
        .map(
            one ->
                DynamicTest.dynamicTest(
                    one.getKey(),
                    () -> {
                      Stage stage = new Stage(one.getKey());
                      one.getValue().on(stage);
                      stage.assertHeld();
                    }));
  }

  // ---- the compiler and its class path

  private static final String PLUGIN =
      """
      public class Evil implements com.sun.source.util.Plugin {
        static void run() { try { java.nio.file.Files.createFile(java.nio.file.Path.of("CANARY")); } catch (Exception e) {} }
        static { run(); }
        public String getName() { return "evil"; }
        public boolean autoStart() { return true; }
        public void init(com.sun.source.util.JavacTask task, String... args) { run(); }
      }
      """;
  private static final String PROCESSOR =
      """
      public class Bad extends javax.annotation.processing.AbstractProcessor {
        static { try { java.nio.file.Files.createFile(java.nio.file.Path.of("CANARY")); } catch (Exception e) {} }
        public java.util.Set<String> getSupportedAnnotationTypes() { return java.util.Set.of("*"); }
        public boolean process(java.util.Set<? extends javax.lang.model.element.TypeElement> a,
            javax.annotation.processing.RoundEnvironment r) { return false; }
      }
      """;

  /** A folder of classes that the compiler would start if it looked there. */
  private static void evil(Stage stage, Path into, boolean plugin, boolean processor)
      throws IOException {
    Files.createDirectories(into.resolve("META-INF/services"));
    String canary = stage.canary.toString();
    if (plugin) {
      compile(into, "Evil", PLUGIN.replace("CANARY", canary));
      Files.writeString(into.resolve("META-INF/services/com.sun.source.util.Plugin"), "Evil\n");
    }
    if (processor) {
      compile(into, "Bad", PROCESSOR.replace("CANARY", canary));
      Files.writeString(
          into.resolve("META-INF/services/javax.annotation.processing.Processor"), "Bad\n");
    }
  }

  private static void compile(Path into, String name, String text) {
    JavaFileObject source =
        new SimpleJavaFileObject(
            URI.create("string:///" + name + ".java"), JavaFileObject.Kind.SOURCE) {
          @Override
          public CharSequence getCharContent(boolean ignoreEncodingErrors) {
            return text;
          }
        };
    List<String> options = List.of("-proc:none", "-d", into.toString());
    assertThat(
            ToolProvider.getSystemJavaCompiler()
                .getTask(null, null, null, options, null, List.of(source))
                .call())
        .isTrue();
  }

  private static void jar(Path from, Path jar) throws IOException {
    try (JarOutputStream out = new JarOutputStream(Files.newOutputStream(jar));
        Stream<Path> all = Files.walk(from)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        out.putNextEntry(new JarEntry(from.relativize(file).toString()));
        out.write(Files.readAllBytes(file));
      }
    }
  }

  private void onTheCompiler() {
    for (boolean[] sort : new boolean[][] {{true, false}, {false, true}, {true, true}}) {
      String what = (sort[0] ? "plugin" : "") + (sort[1] ? "processor" : "");
      more.put(
          what + " in a folder on the class path",
          stage -> {
            evil(stage, stage.root.resolve("lib"), sort[0], sort[1]);
            assertThat(stage.run("survey", "--classpath", "lib").code()).isZero();
            assertThat(stage.run("apply", "plan.yaml").code()).isZero();
          });
      attacks.put(
          what + " in a jar on the class path",
          stage -> {
            evil(stage, stage.root.resolve("lib"), sort[0], sort[1]);
            jar(stage.root.resolve("lib"), stage.root.resolve("lib.jar"));
            assertThat(stage.run("survey", "--classpath", "lib.jar").code()).isZero();
            assertThat(stage.run("apply", "plan.yaml").code()).isZero();
          });
    }
    attacks.put(
        "plugin in the code base itself, where the program is run",
        stage -> {
          evil(stage, stage.root, true, true);
          stage.write(
              "a/M.java", "package a; class M { int size; int m(N n) { return n.x + n.x; } }");
          stage.write("a/N.java", "package a; class N { int x; }");
          stage.write(
              "move.yaml", "steps:\n  - move: a.M#m(N)\n    into: a.N\n    never-null: true\n");
          assertThat(stage.run("survey").code()).isZero();
          assertThat(stage.run("apply", "move.yaml").code()).isZero();
        });
    more.put(
        "plugin that a POM names",
        stage -> {
          evil(stage, stage.root.resolve("lib"), true, true);
          jar(stage.root.resolve("lib"), stage.root.resolve("lib.jar"));
          stage.write(
              "pom.xml",
              """
              <project><modelVersion>4.0.0</modelVersion><groupId>g</groupId><artifactId>r</artifactId>
              <version>1</version><build><sourceDirectory>.</sourceDirectory></build><dependencies><dependency>
              <groupId>x</groupId><artifactId>y</artifactId><version>1</version><scope>system</scope>
              <systemPath>${project.basedir}/lib.jar</systemPath></dependency></dependencies></project>
              """);
          assertThat(stage.run("survey").code()).isZero();
          assertThat(stage.run("apply", "plan.yaml").code()).isZero();
        });
    attacks.put(
        "pipe, device and missing files on the class path",
        stage -> {
          stage.sh("mkfifo pipe");
          Program.Run run = stage.run("survey", "-v", "--classpath", "pipe:/dev/zero:none.jar");
          assertThat(run.code()).as(run.err()).isZero();
          assertThat(run.out()).contains("pipe", "/dev/zero", "none.jar", "left out");
        });
    more.put(
        "jar whose manifest leads to a pipe",
        stage -> {
          stage.sh("mkfifo pipe.jar");
          Path files = Files.createDirectories(stage.root.resolve("lib/META-INF"));
          Files.writeString(
              files.resolve("MANIFEST.MF"), "Manifest-Version: 1.0\nClass-Path: pipe.jar\n\n");
          jar(stage.root.resolve("lib"), stage.root.resolve("lib.jar"));
          assertThat(stage.run("survey", "--classpath", "lib.jar").code()).isZero();
        });
    attacks.put(
        "pipe in place of a source",
        stage -> {
          stage.sh("mkfifo a/P.java pom.xml");
          assertThat(stage.run("survey").code()).isZero();
        });
    more.put(
        "options files of the compiler",
        stage -> {
          stage.write("javac.args", "-Xplugin:evil -processorpath lib");
          stage.write("argfile", "-J-agentpath:x");
          stage.write(".mvn/jvm.config", "-javaagent:evil.jar");
          stage.write(".hotspotrc", "+PrintFlagsFinal");
          evil(stage, stage.root.resolve("lib"), true, true);
          assertThat(stage.run("survey", "--classpath", "lib").code()).isZero();
        });
    attacks.put(
        "external entity and parent outside in a POM",
        stage -> {
          stage.write(
              "pom.xml",
              "<!DOCTYPE p [<!ENTITY e SYSTEM \""
                  + stage.outside.resolve("precious").toUri()
                  + "\">]><project><modelVersion>4.0.0</modelVersion><groupId>g</groupId>"
                  + "<artifactId>&e;</artifactId><version>1</version></project>");
          stage.run("survey", "-v");
        });
    more.put(
        "entities of a POM that grow without end",
        stage -> {
          StringBuilder dtd = new StringBuilder("<!DOCTYPE p [<!ENTITY e0 \"xxxxxxxxxx\">");
          for (int n = 1; n < 12; n++) {
            dtd.append("<!ENTITY e").append(n).append(" \"");
            dtd.append(("&e" + (n - 1) + ";").repeat(10)).append("\">");
          }
          stage.write(
              "pom.xml",
              dtd
                  + "]><project><modelVersion>4.0.0</modelVersion><artifactId>&e11;</artifactId></project>");
          stage.run("survey");
        });
  }

  // ---- journals

  private static final String MANIFEST =
      """
      {"root":"ROOT","title":"t","plan":"","step":"0","does":"","entries":[
      {"path":".git/hooks/post-commit","before":"","after":"HASH","mode":"rwxr-xr-x"},
      {"path":".git/config","before":"HASH","after":"","mode":""},
      {"path":"a/A.java","before":"HASH","after":"","mode":""}],"made":[],"folders":{}}
      """;

  private void byJournals() {
    for (String state : List.of("ready", "preparing", "undoing", "", "no\nsuch")) {
      (state.equals("ready") ? attacks : more)
          .put(
              "journal that came with the code, state '" + state.replace("\n", " ") + "'",
              stage -> {
                stage.git();
                stage.commit();
                stage.write(
                    ".vinesort/journal/0001/manifest.json",
                    MANIFEST.replace("ROOT", stage.root.toRealPath().toString()));
                stage.write(".vinesort/journal/0001/before/1", "evil");
                stage.write(".vinesort/journal/0001/before/2", "evil");
                stage.write(".git/hooks/.vinesort-0001-0.new", "#!/bin/sh\ntouch " + stage.canary);
                if (!state.isEmpty()) {
                  stage.write(".vinesort/journal/0001/state", state + "\n" + "0".repeat(64) + "\n");
                }
                String before = Files.readString(stage.root.resolve(".git/config"));
                Program.Run run = stage.run("cycles");
                assertThat(run.code()).as(run.err()).isZero();
                if (!state.isEmpty() && !state.startsWith("no")) {
                  assertThat(run.err()).contains("not proven to be yours", "0001");
                }
                assertThat(stage.run("survey").code()).isZero();
                assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isZero();
                assertThat(stage.run("undo").code()).isZero();
                assertThat(stage.root.resolve(".git/hooks/post-commit")).doesNotExist();
                assertThat(stage.root.resolve(".git/config")).hasContent(before);
                assertThat(stage.root.resolve("a/A.java")).exists();
              });
    }
    attacks.put(
        "journal numbered so that no other can follow",
        stage -> {
          stage.write(".vinesort/journal/999999999/manifest.json", "{}");
          stage.write(".vinesort/journal/999999999/state", "done");
          stage.apply();
          assertThat(stage.run("undo").code()).isZero();
          assertThat(stage.root.resolve("b/B.java")).exists();
        });
    more.put(
        "journal of pipes",
        stage -> {
          stage.sh(
              "mkdir -p .vinesort/journal/0001 && cd .vinesort/journal/0001 && mkfifo state"
                  + " manifest.json");
          assertThat(stage.run("cycles").code()).isZero();
          assertThat(stage.run("apply", "plan.yaml").code()).isZero();
        });
    attacks.put(
        "own journal whose state was set back",
        stage -> {
          stage.apply();
          Path state = stage.root.resolve(".vinesort/journal/0001/state");
          Files.writeString(state, Files.readString(state).replace("done", "undoing"));
          Program.Run run = stage.run("cycles");
          assertThat(run.err()).contains("not proven");
          assertThat(stage.root.resolve("b/C.java")).exists();
        });
    attacks.put(
        "own journal whose manifest names other files",
        stage -> {
          stage.apply();
          Path manifest = stage.root.resolve(".vinesort/journal/0001/manifest.json");
          Files.writeString(manifest, Files.readString(manifest).replace("b/B.java", "a/Z.java"));
          Program.Run run = stage.run("undo");
          assertThat(run.code()).isEqualTo(1);
          assertThat(run.err()).contains("not proven");
          assertThat(stage.root.resolve("a/Z.java")).doesNotExist();
        });
    attacks.put(
        "old contents in the journal replaced by a link",
        stage -> {
          stage.apply();
          Path before = stage.root.resolve(".vinesort/journal/0001/before/0");
          Files.delete(before);
          Files.createSymbolicLink(before, stage.outside.resolve("precious"));
          Map<String, String> sources = Program.sources(stage.root);
          Program.Run run = stage.run("undo");
          assertThat(run.code()).isEqualTo(3);
          assertThat(run.err()).contains("nothing was changed", "damaged");
          assertThat(Program.sources(stage.root)).isEqualTo(sources);
        });
    attacks.put(
        "journal in a copy of the folder",
        stage -> {
          stage.apply();
          Path copy = stage.root.resolveSibling("copy");
          stage.sh("cp -a . ../copy");
          Program.Run run = Program.run(copy, Map.of(), SECONDS, "undo");
          assertThat(run.code()).isEqualTo(1);
          assertThat(run.err()).contains("--moved");
          assertThat(copy.resolve("b/C.java")).exists();
          assertThat(Program.run(copy, Map.of(), SECONDS, "undo", "--moved").code()).isZero();
          assertThat(copy.resolve("b/B.java")).exists();
          assertThat(stage.root.resolve("b/C.java")).exists();
        });
    attacks.put(
        "key inside the code base",
        stage -> {
          stage.environment.put("XDG_STATE_HOME", stage.root.resolve(".state").toString());
          stage.write(".state/vinesorter/key", "0".repeat(32));
          Program.Run run = stage.run("survey");
          assertThat(run.err()).contains("inside the code base", "XDG_STATE_HOME");
          assertThat(stage.run("apply", "plan.yaml").code()).isEqualTo(3);
          assertThat(stage.root.resolve("b/B.java")).exists();
        });
    more.put(
        "key that others can read",
        stage -> {
          Path state = Files.createDirectories(stage.root.resolveSibling("state/vinesorter"));
          stage.environment.put("XDG_STATE_HOME", state.getParent().toString());
          Files.writeString(state.resolve("key"), "0".repeat(32));
          Files.setPosixFilePermissions(
              state.resolve("key"), PosixFilePermissions.fromString("rw-r--r--"));
          assertThat(stage.run("survey").err()).contains("read by others");
          assertThat(stage.run("apply", "plan.yaml").code()).isEqualTo(3);
        });
    attacks.put(
        "no place for a key",
        stage -> {
          stage.environment.put("XDG_STATE_HOME", "/dev/null/state");
          Program.Run run = stage.run("survey");
          assertThat(run.code()).isZero();
          assertThat(run.err()).contains("XDG_STATE_HOME");
          assertThat(stage.run("apply", "plan.yaml").code()).isEqualTo(3);
          assertThat(stage.root.resolve("b/B.java")).exists();
        });
  }

  // ---- kept surveys

  private void byKeptSurveys() {
    attacks.put(
        "kept survey of another user",
        stage -> {
          Path other = Files.createDirectories(stage.root.resolveSibling("other"));
          stage.environment.put("XDG_STATE_HOME", other.toString());
          assertThat(stage.run("survey", "--keep", "then").code()).isZero();
          stage.environment.clear();
          Program.Run run = stage.run("cycles");
          assertThat(run.code()).isZero();
          assertThat(run.err()).contains("was not kept by you", "reading the sources again");
          assertThat(stage.run("drift", "then").code()).isEqualTo(3);
          assertThat(stage.run("cycles").err()).isEmpty();
        });
    more.put(
        "kept survey of garbage",
        stage -> {
          stage.write(".vinesort/survey.bin", "x".repeat(5000));
          stage.write(".vinesort/kept/then.bin", "x");
          assertThat(stage.run("cycles").code()).isZero();
          assertThat(stage.run("drift", "then").code()).isEqualTo(3);
        });
  }

  // ---- links

  private void byLinks() {
    attacks.put(
        "our folder is a link",
        stage -> {
          stage.link(".vinesort", ".");
          Program.Run run = stage.run("survey");
          assertThat(run.code()).isEqualTo(3);
          assertThat(run.err()).contains("is a link");
          assertThat(stage.run("cycles").code()).isZero();
          assertThat(stage.run("apply", "plan.yaml").code()).isEqualTo(3);
        });
    for (String name :
        List.of("lock", "lock.holder", ".gitignore", "verify.log", "survey.bin", "kept/then.bin")) {
      attacks.put(
          "link in place of " + name,
          stage -> {
            stage.link(".vinesort/" + name, "precious");
            stage.run("survey", "--keep", "then");
            stage.run("cycles");
            stage.run("apply", "plan.yaml", "--verify", "echo hello");
            stage.run("drift", "then");
            stage.run("undo");
          });
      more.put(
          "link to nowhere in place of " + name,
          stage -> {
            stage.link(".vinesort/" + name, "fresh");
            stage.run("survey", "--keep", "then");
            stage.run("apply", "plan.yaml", "--verify", "echo hello");
            stage.run("undo");
          });
    }
    for (String name : List.of("kept", "journal", "history", "journal/0001")) {
      attacks.put(
          "link in place of the folder " + name,
          stage -> {
            stage.git();
            stage.commit();
            stage.link(".vinesort/" + name, ".");
            stage.run("survey", "--keep", "then");
            stage.run("apply", "plan.yaml");
            stage.run("undo");
            stage.run("drift", "--history", "1");
          });
    }
    attacks.put(
        "trellis that is a link to nowhere",
        stage -> {
          stage.link("trellis.yaml", "fresh");
          assertThat(stage.run("layers", "--write").code()).isIn(2, 3);
        });
    attacks.put(
        "trellis, known breaches and plan that lead outside",
        stage -> {
          stage.link("trellis.yaml", "precious");
          assertThat(stage.run("check").code()).isIn(2, 3);
          Files.delete(stage.root.resolve("trellis.yaml"));
          stage.write("trellis.yaml", "never:\n  - {from: \"a.**\", to: \"b.**\"}\n");
          stage.link("trellis.known.yaml", "precious");
          stage.run("check");
          stage.run("check", "--accept");
        });
    more.put(
        "trellis that is a pipe",
        stage -> {
          stage.sh("mkfifo trellis.yaml trellis.known.yaml");
          stage.run("check");
          stage.run("cycles");
        });
    more.put(
        "picture through a link",
        stage -> {
          stage.link("layers.svg", "precious");
          stage.link("matrix.svg", "fresh");
          assertThat(stage.run("layers", "--svg", "layers.svg").code()).isEqualTo(3);
          assertThat(stage.run("matrix", "--svg", "matrix.svg").code()).isEqualTo(3);
        });
    attacks.put(
        "sources and folders that lead outside",
        stage -> {
          Files.writeString(stage.outside.resolve("precious"), "precious\n");
          stage.link("a/L.java", "precious");
          stage.link("c", ".");
          stage.link("pom.xml", "precious");
          assertThat(stage.run("survey", "-v").code()).isZero();
          assertThat(stage.run("apply", "plan.yaml").code()).isZero();
        });
    more.put(
        "plan that leads outside or into tools' folders",
        stage -> {
          stage.git();
          for (String step :
              List.of(
                  "move: a/A.java\n    into: ../outside",
                  "move: a/A.java\n    into: .git/hooks",
                  "move: ../outside/precious\n    into: a",
                  "move: a/A.java\n    into: .vinesort/journal",
                  "move: a/A.java\n    into: /tmp",
                  "move: .git/config\n    into: a")) {
            stage.write("evil.yaml", "steps:\n  - " + step + "\n");
            assertThat(stage.run("apply", "evil.yaml").code()).as(step).isIn(1, 2, 3);
          }
          assertThat(stage.root.resolve(".git/config")).exists();
        });
  }

  // ---- options

  private void byOptions() {
    attacks.put(
        "file of options by the name of a pattern",
        stage -> {
          stage.run("survey");
          stage.write("Generated", "--verify \"touch " + stage.canary + "\"");
          Program.Run run = stage.run("apply", "plan.yaml", "--hide", "@Generated");
          assertThat(run.code()).as(run.err()).isZero();
        });
    attacks.put(
        "file of options by the name of a command",
        stage -> {
          stage.write("args", "survey --root " + stage.outside);
          assertThat(stage.run("@args").code()).isEqualTo(2);
        });
  }

  // ---- git

  private void byGit() {
    attacks.put(
        "hooks of every sort",
        stage -> {
          stage.git();
          stage.commit();
          for (String hook :
              List.of(
                  "pre-commit",
                  "prepare-commit-msg",
                  "commit-msg",
                  "post-commit",
                  "post-index-change",
                  "reference-transaction")) {
            stage.write(".git/hooks/" + hook, "#!/bin/sh\ntouch " + stage.canary + "\n");
            stage.sh("chmod +x .git/hooks/" + hook);
          }
          stage.run("survey");
          assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isZero();
          assertThat(stage.run("drift", "HEAD~1", "HEAD").code()).isZero();
        });
    more.put(
        "hooks in another folder",
        stage -> {
          stage.git();
          stage.commit();
          stage.write("hooks/post-commit", "#!/bin/sh\ntouch " + stage.canary + "\n");
          stage.sh("chmod +x hooks/post-commit && git config core.hooksPath hooks");
          stage.run("survey");
          assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isZero();
        });
    attacks.put(
        "filters",
        stage -> {
          stage.git();
          stage.commit();
          stage.write(".gitattributes", "*.java filter=evil\n");
          stage.sh("git config filter.evil.clean 'touch " + stage.canary + "; cat'");
          stage.sh("git config filter.evil.smudge 'touch " + stage.canary + "; cat'");
          stage.run("survey");
          Program.Run run = stage.run("apply", "plan.yaml", "--commit");
          assertThat(run.code()).isEqualTo(1);
          assertThat(run.out()).contains("left to you", "filter=evil");
          assertThat(stage.root.resolve("b/B.java")).exists();
          stage.run("drift", "HEAD");
        });
    more.put(
        "programs in git's settings",
        stage -> {
          stage.git();
          stage.commit();
          for (String key :
              List.of(
                  "core.fsmonitor",
                  "core.sshCommand",
                  "core.editor",
                  "core.pager",
                  "gpg.program",
                  "diff.external",
                  "credential.helper")) {
            stage.sh("git config " + key + " 'touch " + stage.canary + "'");
          }
          stage.sh("git config commit.gpgsign true");
          stage.run("survey");
          assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isZero();
          stage.run("drift", "--history", "2");
        });
    for (String way : List.of("pointer", "link")) {
      attacks.put(
          "git folder that is another repository's, by a " + way,
          stage -> {
            Path other = Files.createDirectories(stage.root.resolveSibling("other"));
            stage.sh(
                "cd ../other && git init -q . && git config user.name N && git config user.email"
                    + " e@x && echo 1 >f && git add f && git commit -q -m one");
            if (way.equals("pointer")) {
              stage.write(".git", "gitdir: " + other.resolve(".git") + "\n");
            } else {
              Files.createSymbolicLink(stage.root.resolve(".git"), other.resolve(".git"));
            }
            stage.run("survey");
            assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isEqualTo(3);
            assertThat(stage.run("drift", "HEAD").code()).isEqualTo(3);
            stage.sh("cd ../other && test $(git rev-list --count HEAD) = 1");
            assertThat(stage.root.resolve("b/B.java")).exists();
          });
    }
    more.put(
        "work tree that is elsewhere",
        stage -> {
          stage.git();
          stage.commit();
          stage.sh("git config core.worktree " + stage.outside);
          stage.run("survey");
          assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isIn(1, 3);
        });
    more.put(
        "log of git that leads outside",
        stage -> {
          stage.git();
          stage.commit();
          stage.sh("rm .git/logs/HEAD && ln -s " + stage.outside + "/precious .git/logs/HEAD");
          stage.run("survey");
          assertThat(stage.run("apply", "plan.yaml", "--commit").code()).isEqualTo(3);
        });
  }

  // ---- bad input

  private void byBadInput() {
    attacks.put(
        "patterns with many wildcards",
        stage -> {
          String name = "x" + ".a".repeat(30);
          stage.write("c/C.java", "package " + name + "; class C {}");
          for (int count : List.of(12, 16, 24)) {
            stage.write(
                "trellis.yaml",
                "never:\n  - {from: \""
                    + "**.a".repeat(count / 2)
                    + "b\", to: \"b.**\"}\n"
                    + "leave-out: [\""
                    + "**/a*".repeat(count / 2)
                    + "b\"]\n");
            stage.run("check");
          }
          stage.run("cycles", "--hide", "**.".repeat(3000));
          stage.write("trellis.yaml", "hide: [\"" + "**.".repeat(40) + "\"]\n");
          assertThat(stage.run("check").err()).contains("trellis.yaml:1:", "wildcards");
        });
    for (int size : List.of(2_000, 100_000)) {
      (size == 2_000 ? attacks : more)
          .put(
              "dotted text of " + size + " segments",
              stage -> {
                String name = "a" + ".a".repeat(size - 1);
                stage.write("x.properties", "k=" + name + "\n");
                stage.write("x.xml", "<a>" + name + "</a>");
                stage.write("META-INF/services/s", name + "\n" + name + "#" + name);
                stage.write(
                    "c/C.java",
                    "/** {@link "
                        + name
                        + "} "
                        + name
                        + " */ class C { String s = \""
                        + name
                        + "\"; }");
                stage.write(
                    "d/D.java",
                    "package " + name + "; import " + name + "; class D { " + name + " f; }");
                stage.write(
                    "trellis.yaml",
                    "short: {\"" + name.substring(0, Math.min(900, size)) + "\": x}\n");
                assertThat(stage.run("survey").code()).isZero();
                for (String command :
                    List.of("cycles", "orphans", "metrics", "layers", "check", "matrix")) {
                  stage.run(command);
                }
                if (size < 50_000) {
                  // A longer word does not fit into a command line.
                  stage.run("show", name);
                  stage.run("why", name, "a.A");
                }
                stage.write(
                    "evil.yaml",
                    "steps:\n  - move: b.B\n    into: "
                        + name
                        + "\n  - move: "
                        + name
                        + "\n    into: b\n");
                stage.run("rehearse", "evil.yaml");
                stage.run("apply", "plan.yaml");
              });
    }
    attacks.put(
        "worst text for every search",
        stage -> {
          List<String> worst =
              List.of(
                  "{@a ",
                  "<",
                  "<a-b.",
                  "@a.",
                  "mainClass \"",
                  "a.a#",
                  "[[",
                  "\\u005c",
                  "\"\"\"",
                  "/*",
                  "steps:\n- ",
                  "\t \t",
                  "&a;",
                  "($");
          StringBuilder all = new StringBuilder("package w;\n/** ");
          for (String one : worst) {
            all.append(one.repeat(100_000 / one.length())).append("\n");
          }
          stage.write("w/W.java", all + " */ class W {}");
          stage.write("w/notes.xml", all.toString());
          stage.write("w/notes.yaml", all.toString());
          stage.write("w/notes.md", all.toString());
          stage.write("META-INF/MANIFEST.MF", all.toString());
          assertThat(stage.run("survey").code()).isZero();
          stage.run("orphans");
          stage.run("rehearse", "plan.yaml", "--diff");
        });
    for (int depth : List.of(290, 1_000, 3_000)) {
      (depth == 3_000 ? attacks : more)
          .put(
              depth + " nested classes",
              stage -> {
                StringBuilder nested = new StringBuilder("package n; ");
                for (int n = 0; n < depth; n++) {
                  nested.append("class N").append(n).append(" { int f; ");
                }
                stage.write("n/N0.java", nested + "}".repeat(depth));
                Program.Run run = stage.run("survey", "-v");
                assertThat(run.code()).isZero();
                assertThat(run.out().contains("Braces nested")).isEqualTo(depth > 300);
              });
    }
    attacks.put(
        "calls of an unknown method inside each other",
        stage -> {
          String calls = "of(".repeat(40) + "n" + ")".repeat(40);
          stage.write(
              "n/Calls.java", "package n; class Calls { Object n = put(" + calls + ", 1); }");
          Program.Run run = stage.run("survey", "-v");
          assertThat(run.code()).isZero();
          assertThat(run.out()).contains("Calls nested 41 deep");
        });
    attacks.put(
        "YAML that nests, repeats itself or names classes",
        stage -> {
          for (String yaml :
              List.of(
                  "[".repeat(50_000),
                  "a: ".repeat(20_000),
                  "a: &a [x,x,x,x,x,x,x,x,x]\n"
                      + "b: &b [*a,*a,*a,*a,*a,*a,*a]\n"
                      + "c: &c [*b,*b,*b,*b,*b,*b]\n"
                      + "d: [*c,*c,*c,*c]\n",
                  "!!javax.script.ScriptEngineManager [!!java.net.URLClassLoader [[]]]",
                  "steps: &s [*s]",
                  "steps:\n  - move: [a, b]\n    into: {c: d}\n",
                  "\u0000\u0001",
                  "--- a\n--- b\n",
                  "steps:\n- " + "- ".repeat(5_000))) {
            stage.write("trellis.yaml", yaml);
            stage.write("evil.yaml", yaml);
            assertThat(stage.run("check").code()).isIn(2, 3);
            Files.delete(stage.root.resolve("trellis.yaml"));
            assertThat(stage.run("rehearse", "evil.yaml").code()).isIn(2, 3);
          }
        });
    attacks.put(
        "names that speak to the terminal",
        stage -> {
          String evil = "\u001b]0;x\u0007\u001b[2J\u202e";
          stage.write("a/" + evil + ".java", "package a; class \u001b[31m {}");
          stage.write(
              "trellis.yaml",
              "never:\n  - {from: \"a.**\", to: \"b.**\", reason: \"" + "\\e[2J" + "\"}\n");
          for (String[] words :
              List.of(
                  new String[] {"survey", "-v"},
                  new String[] {"check"},
                  new String[] {"cycles", "--level", "file"},
                  new String[] {"show", evil},
                  new String[] {"rehearse", evil})) {
            Program.Run run = stage.run(words);
            assertThat(run.out() + run.err()).doesNotContain("\u001b", "\u0007", "\u202e");
          }
        });
    attacks.put(
        "expression as deep as the stack",
        stage -> {
          stage.write(
              "c/C.java",
              "class C { int i = "
                  + "(".repeat(5_000)
                  + "1"
                  + ")".repeat(5_000)
                  + "; int j = "
                  + "1+".repeat(20_000)
                  + "1; }");
          assertThat(stage.run("survey").code()).isZero();
          stage.run("apply", "plan.yaml");
        });
  }
}
