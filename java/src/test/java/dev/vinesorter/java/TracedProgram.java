package dev.vinesorter.java;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * A small random program that notes each thing it does, in order: what it evaluates, with the
 * values. Two programs that note the same have evaluated the same, as often, in the same order.
 */
final class TracedProgram {
  private final Random random;
  private final StringBuilder body = new StringBuilder();
  private final List<String> ints = new ArrayList<>();
  private int next;

  private TracedProgram(Random random) {
    this.random = random;
  }

  /** The source of a class of a name, in a package {@code p}. */
  static String of(String name, Random random) {
    TracedProgram main = new TracedProgram(random);
    String work = main.method();
    return """
    package p;

    import java.util.ArrayList;
    import java.util.List;

    public class %1$s {
      static final int LIMIT = 3;
      int state = 1;
      %1$s other;
      final List<String> trace = new ArrayList<>();

      int chosen(int first, int second) {
    %3$s  }

      int t(String what, int value) {
        trace.add(what + "=" + value + "/" + state);
        state = state * 7 %% 1000 + value;
        if (state %% 11 == 0) {
          trace.add("fails");
          throw new IllegalStateException(what);
        }
        return value;
      }

      int twice(int n) {
        return n * 2 + LIMIT;
      }

      int mixed(int a, int b) {
        return t("mixed", a) - b;
      }

      int unused(int a, int b) {
        return state + a;
      }

      int work(int first, int second) {
    %2$s  }

      static List<String> run(int first, int second) {
        %1$s one = new %1$s();
        one.other = new %1$s();
        try {
          one.t("end", one.work(first, second));
          one.t("chosen", one.chosen(first, second));
          %1$sTwin twin = new %1$sTwin();
          twin.other = one.other;
          one.t("twin", twin.work(second, first));
        } catch (RuntimeException e) {
          one.trace.add(e.toString());
        }
        one.trace.addAll(one.other.trace);
        return one.trace;
      }
    }

    class %1$sTwin {
      static final int LIMIT = 3;
      int state = 2;
      %1$s other;

      int t(String what, int value) {
        state = state * 3 %% 100 + value;
        return other.t("twin " + what, value);
      }

      int twice(int n) {
        return n * 3 + LIMIT;
      }

      int mixed(int a, int b) {
        return t("twin's mixed", b) - a;
      }

      int unused(int a, int b) {
        return state + b;
      }

      int work(int first, int second) {
    %4$s  }
    }
    """
        .formatted(name, work, decision(random), changed(work, random));
  }

  /** A body that decides by its first parameter. */
  private static String decision(Random random) {
    List<String> branches = new ArrayList<>();
    for (int n = 0; n < 3; n++) {
      branches.add(new TracedProgram(random).method());
    }
    if (random.nextBoolean()) {
      return "    if (first > 3 + state) {\n"
          + branches.get(0)
          + "    } else if (t(\"asked\", second) > first) {\n"
          + branches.get(1)
          + "    } else {\n"
          + branches.get(2)
          + "    }\n";
    }
    return "    switch (Math.floorMod(first + t(\"asked\", second), 3)) {\n"
        + "      case 0:\n"
        + "      case 9:\n"
        + braced(branches.get(0), random)
        + "      case 1:\n"
        + braced(branches.get(1), random)
        + "      default:\n"
        + braced(branches.get(2), random)
        + "    }\n";
  }

  /** Variables of one case are known in the others, but not in a block. */
  private static String braced(String statements, Random random) {
    boolean bare = !statements.contains("int v") && random.nextBoolean();
    return bare ? statements : "      {\n" + statements + "      }\n";
  }

  /** The same body but for a number, a variable or a statement more. */
  private static String changed(String body, Random random) {
    return switch (random.nextInt(3)) {
      case 0 ->
          body.replaceFirst("second", "(first + 1)")
              .replaceFirst("\\(first \\+ 1\\) (\\+?=)", "second $1");
      case 1 -> body.replaceFirst(" > ", " > 1 + ").replaceFirst("twice\\(", "2 * twice(");
      default -> body.replaceFirst("    return ", "    state += 2;\n    return 1 + ");
    };
  }

  private String method() {
    ints.add("first");
    ints.add("second");
    block(4, "    ", 0);
    body.append("    return ").append(value(1)).append(";\n");
    return body.toString();
  }

  private void block(int statements, String in, int depth) {
    int known = ints.size();
    int many = 1 + random.nextInt(statements);
    for (int n = 0; n < many; n++) {
      statement(in, depth);
    }
    // The last one is never read by what the block is left for.
    while (depth > 0 && ints.size() > known) {
      ints.remove(ints.size() - 1);
    }
  }

  private void statement(String in, int depth) {
    switch (random.nextInt(depth < 2 ? 9 : 6)) {
      case 0, 1 -> {
        String made = value(2);
        String name = "v" + next++;
        body.append(in).append("int ").append(name).append(" = ").append(made).append(";\n");
        ints.add(name);
      }
      case 2 -> assign(in);
      case 3 ->
          body.append(in)
              .append("t(\"s")
              .append(next++)
              .append("\", ")
              .append(value(2))
              .append(");\n");
      case 4 ->
          body.append(in)
              .append(random.nextBoolean() ? "state" : "other.state")
              .append(random.nextBoolean() ? " = " : " += ")
              .append(value(1))
              .append(";\n");
      case 5 -> body.append(in).append("other.state++;\n");
      case 6 -> {
        body.append(in)
            .append("if (")
            .append(value(1))
            .append(" > ")
            .append(value(1))
            .append(") {\n");
        block(3, in + "  ", depth + 1);
        if (random.nextBoolean()) {
          body.append(in).append("} else {\n");
          block(2, in + "  ", depth + 1);
        }
        body.append(in).append("}\n");
      }
      case 7 -> {
        String name = "i" + next++;
        body.append(in).append("for (int ").append(name).append(" = 0; ").append(name);
        body.append(" < LIMIT; ").append(name).append("++) {\n");
        ints.add(name);
        block(3, in + "  ", depth + 1);
        ints.remove(name);
        body.append(in).append("}\n");
      }
      default -> {
        body.append(in).append("try {\n");
        block(3, in + "  ", depth + 1);
        body.append(in).append("} catch (IllegalStateException e" + next++ + ") {\n");
        block(2, in + "  ", depth + 1);
        body.append(in).append("}\n");
      }
    }
  }

  private void assign(String in) {
    List<String> variables = ints.stream().filter(name -> !name.startsWith("i")).toList();
    String name = variables.get(random.nextInt(variables.size()));
    body.append(in).append(name).append(random.nextBoolean() ? " = " : " += ");
    body.append(value(2)).append(";\n");
  }

  private String value(int depth) {
    String any = ints.get(random.nextInt(ints.size()));
    return switch (random.nextInt(depth > 0 ? 10 : 4)) {
      case 0 -> String.valueOf(random.nextInt(9));
      case 1 -> "state";
      case 2 -> "other.state";
      case 3 -> any;
      case 4 -> "t(\"t" + next++ + "\", " + value(depth - 1) + ")";
      case 5 -> value(depth - 1) + " + " + value(depth - 1);
      case 6 -> "(" + value(depth - 1) + " - " + value(depth - 1) + ") * 2";
      case 7 -> "twice(" + value(depth - 1) + ")";
      case 8 -> "mixed(" + value(depth - 1) + ", " + value(depth - 1) + ")";
      default ->
          random.nextBoolean()
              ? "unused(" + value(depth - 1) + ", " + value(depth - 1) + ")"
              : "(" + any + " > 2 ? " + value(depth - 1) + " : " + value(depth - 1) + ")";
    };
  }
}
