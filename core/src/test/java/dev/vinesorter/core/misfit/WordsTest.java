package dev.vinesorter.core.misfit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordsTest {
  @ParameterizedTest
  @CsvSource({
    "LoanSlips, loan slip",
    "XMLReader2, xml reader",
    "readXML, read xml",
    "MAX_DAYS, max day",
    "entries, entry",
    "address, address",
    "gas, gas",
    "of2x, of x",
    "'', ''"
  })
  void splitsNamesByTheUsualRules(String name, String words) {
    assertThat(String.join(" ", Words.of(name))).isEqualTo(words);
  }

  @Test
  void aSignatureIsItsWordsWithThoseOfItsParameters() {
    assertThat(Words.of("mark(Place, int)")).isEqualTo(List.of("mark", "place", "int"));
  }

  @ParameterizedTest
  @CsvSource({
    "loan, loan, true",
    "comparator, compar, true",
    "loan, loans, true",
    "io, ior, false",
    "map, mapper, false"
  })
  void alikeIsTheSameOrALongBeginning(String one, String other, boolean alike) {
    assertThat(Words.alike(one, other)).isEqualTo(alike);
    assertThat(Words.alike(other, one)).isEqualTo(alike);
  }
}
