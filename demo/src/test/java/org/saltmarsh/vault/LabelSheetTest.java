package org.saltmarsh.vault;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.saltmarsh.label.LabelText;

class LabelSheetTest {
  @Test
  void rowsOfThree() {
    LabelSheet sheet = new LabelSheet();
    for (int n = 0; n < 4; n++) {
      sheet.add(new LabelText(List.of("Armeria maritima")));
    }
    assertEquals(2, sheet.rows());
    assertEquals(3, LabelSheet.COLUMNS);
    assertTrue(sheet.text().startsWith("+---"));
  }
}
