package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Several types at once, packages, renamings: what changes, byte for byte, and that it is proven.
 */
class RelocationTest {
  @TempDir Path folder;

  private static final String PAY =
      """
      --- pay/Bill.java
      package pay;

      import pay.card.Card;

      /** See {@link Rate} and {@link pay.card.Card#number}. */
      public class Bill {
        int rate = Rate.of(this);
        Card card;
        public Bill() {}
        Bill(Bill other) { this(); }
        public static class Line { Line(Bill of) {} }
      }
      --- pay/Rate.java
      package pay;
      class Rate {
        static int of(Bill bill) { return 1; }
      }
      --- pay/package-info.java
      /** Payment. */
      package pay;
      --- pay/card/Card.java
      package pay.card;
      public class Card { public String number; }
      --- shop/Desk.java
      package shop;

      import pay.*;
      import pay.card.Card;

      class Desk {
        Bill bill = new Bill();
        java.util.function.Supplier<Bill> make = Bill::new;
        pay.Bill.Line line = null;
        void show(Bill[] bills, Card card) {}
      }
      --- META-INF/services/pay.Bill
      pay.Bill
      """;

  private Overlay done(Code code, Step... steps) {
    Rehearsal rehearsal = code.rehearse(steps);
    assertThat(rehearsal.steps()).allMatch(StepOutcome::accepted, "accepted");
    Rehearsal.Proof proof = code.prove(rehearsal);
    assertThat(proof.newErrors()).isEmpty();
    assertThat(proof.rebindings()).isEmpty();
    assertThat(proof.differences()).isEmpty();
    return rehearsal.sources();
  }

  @Test
  void typesThatShareAccessGoTogetherWithoutWidening() {
    Code code = Code.at(folder).with(PAY);
    Step alone = Step.move("pay.Rate", "shop", false, 0);
    assertThat(code.rehearse(alone).steps().get(0).reasons())
        .extracting(StepOutcome.Reason::code)
        .containsOnly("access");
    Overlay after = done(code, new Step.Move(List.of("pay.Rate", "pay.B*"), "shop", Set.of(), 0));
    assertThat(after.paths()).contains("shop/Rate.java", "shop/Bill.java");
    assertThat(after.text("shop/Bill.java").text())
        .contains("package shop;\n\nimport pay.card.Card;\n")
        .contains("{@link Rate} and {@link pay.card.Card#number}");
    assertThat(after.text("shop/Desk.java").text())
        .startsWith("package shop;\n\nimport pay.card.Card;\n\nclass Desk {")
        .contains("shop.Bill.Line line");
    assertThat(after.text("META-INF/services/shop.Bill").text()).isEqualTo("shop.Bill\n");
  }

  @Test
  void packageGoesIntoAnotherWithOrWithoutWhatLiesBelow() {
    Code code = Code.at(folder).with(PAY);
    Overlay alone = done(code, Step.move("pay", "money", false, 0));
    assertThat(alone.paths())
        .contains("money/pay/Bill.java", "money/pay/package-info.java", "pay/card/Card.java");
    assertThat(alone.text("money/pay/package-info.java").text()).contains("package money.pay;");
    assertThat(alone.text("shop/Desk.java").text())
        .contains("import money.pay.*;\nimport pay.card.Card;")
        .contains("money.pay.Bill.Line line");
    Overlay all = done(code, new Step.Move(List.of("pay"), "money", Set.of(Leave.BELOW), 0));
    assertThat(all.paths()).contains("money/pay/card/Card.java");
    assertThat(all.text("money/pay/Bill.java").text())
        .contains("import money.pay.card.Card;", "{@link money.pay.card.Card#number}");
  }

  @Test
  void packageGetsAnotherName() {
    Overlay after = done(Code.at(folder).with(PAY), Step.rename("pay.card", "plastic", 0));
    assertThat(after.text("pay/plastic/Card.java").text()).startsWith("package pay.plastic;");
    assertThat(after.text("shop/Desk.java").text())
        .contains("import pay.*;\nimport pay.plastic.Card;");
  }

  @Test
  void typeGetsAnotherNameEverywhere() {
    Code code = Code.at(folder).with(PAY);
    Overlay after = done(code, Step.rename("pay.Bill", "Invoice", 0));
    assertThat(after.exists("pay/Bill.java")).isFalse();
    assertThat(after.text("pay/Invoice.java").text())
        .contains("public class Invoice {", "public Invoice() {}", "Invoice(Invoice other)")
        .contains("static class Line { Line(Invoice of) {} }");
    assertThat(after.text("shop/Desk.java").text())
        .contains("Invoice bill = new Invoice();", "Invoice::new", "pay.Invoice.Line line")
        .contains("void show(Invoice[] bills");
    assertThat(after.paths()).contains("META-INF/services/pay.Invoice");
    StepOutcome taken = code.rehearse(Step.rename("pay.Bill", "Card", 0)).steps().get(0);
    assertThat(taken.reasons()).extracting(StepOutcome.Reason::code).contains("name-clash");
  }

  @Test
  void laterStepFollowsAUnitThatHasAnotherNameByThen() {
    Overlay after =
        done(
            Code.at(folder).with(PAY),
            Step.rename("pay.Bill", "Invoice", 0),
            Step.move("pay.Bill", "shop", true, 0),
            Step.rename("pay.Bill", "Invoice", 0));
    assertThat(after.paths()).contains("shop/Invoice.java");
  }

  @Test
  void packageFoldersMayBeSwapped() {
    Step[] steps = {
      Step.rename("pay.card", "old", 0),
      Step.move("shop", "pay", false, 0),
      Step.rename("pay.old", "card", 0)
    };
    Overlay after = done(Code.at(folder).with(PAY), steps);
    assertThat(after.paths()).contains("pay/shop/Desk.java", "pay/card/Card.java");
    assertThat(after.text("pay/card/Card.java").text()).startsWith("package pay.card;");
  }
}
