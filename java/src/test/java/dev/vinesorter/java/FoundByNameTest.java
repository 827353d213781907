package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is found by its name, and what was stored under it. */
class FoundByNameTest {
  @TempDir Path folder;

  private static final String CODE =
      """
      --- a/Seed.java
      package a;
      import java.io.ObjectInputStream;
      import java.io.ObjectOutputStream;
      import java.io.Serializable;
      public class Seed implements Serializable {
        private int weight;
        private String name;
        private Jar jar = new Jar();
        public Seed() {}
        public int getWeight() { return jar.size + weight; }
        public void setWeight(int weight) { this.weight = weight; }
        private void writeObject(ObjectOutputStream out) { jar.size++; }
        private void readObject(ObjectInputStream in) { jar.size++; }
        Object writeReplace() { return jar.size; }
        Object readResolve() { return jar.size; }
        @Job void daily(Jar to) { to.size++; }
        @Deprecated @Note void weekly(Jar to) { to.size++; }
        protected void finalize() { jar.size++; }
        public static void main(String[] words) { System.out.println(words.length); }
        static int doubled(int of) { return 2 * of; }
        static Class<?> named(String name) throws Exception { return Class.forName(name); }
        static Class<?> known() throws Exception { return Class.forName("java.util.List"); }
      }
      --- a/Jar.java
      package a;
      public class Jar { int size; }
      --- a/Job.java
      package a;
      import java.lang.annotation.*;
      @Retention(RetentionPolicy.RUNTIME) public @interface Job {}
      --- a/Note.java
      package a;
      public @interface Note {}
      --- a/Sack.java
      package a;
      public class Sack extends Seed {
        private static final long serialVersionUID = 7;
        static int tripled(int of) { return 3 * of; }
      }
      --- a/Sort.java
      package a;
      enum Sort { WILD, GROWN }
      --- b/Tools.java
      package b;
      public class Tools {}
      """;

  private StepOutcome outcome(Step step) {
    return Code.at(folder).with(CODE).rehearse(step).steps().get(0);
  }

  @ParameterizedTest
  @CsvSource({
    "a.Seed#getWeight(), getMass",
    "a.Seed#readObject(ObjectInputStream), readIt",
    "a.Seed#main(String[]), start",
    "a.Sack#serialVersionUID, version"
  })
  void memberThatIsFoundByItsNameKeepsItUnlessThePlanSaysOtherwise(String member, String name) {
    assertThat(outcome(Step.rename(member, name, 0)).reasons())
        .extracting(StepOutcome.Reason::code)
        .containsExactly("found-by-name");
    Step all = new Step.Rename(List.of(member), name, Set.of(Leave.FOUND_BY_NAME), 0);
    assertThat(outcome(all).accepted()).isTrue();
    assertThat(outcome(Step.rename("a.Seed#daily(Jar)", "weekdays", 0)).accepted()).isTrue();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "getWeight() | a.Jar | a property of a class",
        "writeObject(ObjectOutputStream) | a.Jar | serialization",
        "readObject(ObjectInputStream) | a.Jar | serialization",
        "writeReplace() | a.Jar | serialization",
        "readResolve() | a.Jar | serialization",
        "daily(Jar) | a.Jar | @Job",
        "finalize() | a.Jar | garbage",
        "main(String[]) | b.Tools | a program starts there"
      })
  void methodThatIsFoundByItsNameStaysUnlessThePlanSaysOtherwise(
      String method, String into, String because) {
    Step step = Step.move("a.Seed#" + method, into, true, 0);
    assertThat(outcome(step).reasons())
        .singleElement()
        .satisfies(
            reason -> {
              assertThat(reason.code()).isEqualTo("found-by-name");
              assertThat(reason.message()).contains(because, "'found-by-name: true'");
            });
    Step said =
        new Step.Move(
            step.units(), into, Set.of(Leave.WIDEN, Leave.FOUND_BY_NAME, Leave.NEVER_NULL), 0);
    assertThat(outcome(said).reasons())
        .extracting(StepOutcome.Reason::code)
        .doesNotContain("found-by-name");
  }

  @Test
  void methodsThatOnlyCodeNamesGoAsEver() {
    assertThat(outcome(Step.move("a.Seed#weekly(Jar)", "a.Jar", true, 0)).reasons())
        .extracting(StepOutcome.Reason::code)
        .doesNotContain("found-by-name");
    assertThat(outcome(Step.move("a.Seed#doubled(int)", "b.Tools", true, 0)).accepted()).isTrue();
  }

  @Test
  void whatStoredObjectsLoseIsTold() {
    assertThat(outcome(Step.move("a.Seed", "b", true, 0)).offers())
        .anyMatch(told -> told.startsWith("Objects of a.Seed that were stored before cannot be"));
    assertThat(outcome(Step.rename("a.Seed#weight", "grams", 0)).offers())
        .anyMatch(told -> told.contains("keep weight under its old name"));
    assertThat(outcome(Step.move("a.Seed#doubled(int)", "b.Tools", true, 0)).offers())
        .anyMatch(told -> told.startsWith("a.Seed declares no serialVersionUID"));
    assertThat(outcome(Step.move("a.Sack#tripled(int)", "b.Tools", true, 0)).offers())
        .noneMatch(told -> told.contains("serialVersionUID"));
    assertThat(outcome(Step.rename("a.Sort#WILD", "FREE", 0)).offers())
        .anyMatch(told -> told.startsWith("What asks a.Sort#WILD for its name"));
    assertThat(outcome(Step.move("a.Jar", "b", true, 0)).offers())
        .noneMatch(told -> told.contains("stored"));
  }

  @Test
  void placesThatLookUpNamesMadeAtRunTimeAreToldOnce() {
    List<StepOutcome> outcomes =
        Code.at(folder)
            .with(CODE)
            .rehearse(Step.move("a.Jar", "b", true, 0), Step.rename("a.Sack", "Bag", 0))
            .steps();
    assertThat(outcomes.get(0).offers())
        .filteredOn(told -> told.contains("run time"))
        .singleElement()
        .asString()
        .startsWith("1 place looks classes or members up")
        .contains("a/Seed.java:21");
    assertThat(outcomes.get(1).offers()).noneMatch(told -> told.contains("run time"));
  }
}
