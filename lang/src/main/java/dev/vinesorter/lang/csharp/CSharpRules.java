package dev.vinesorter.lang.csharp;

import dev.vinesorter.lang.read.SpacedRules;
import java.util.Set;

/** How names of C# are looked up: from namespaces outwards, in all parts of a type. */
final class CSharpRules extends SpacedRules {
  /** Names that members of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "ToString",
          "Equals",
          "GetHashCode",
          "Add",
          "Count",
          "Length",
          "Name",
          "Value",
          "Key",
          "Dispose",
          "Select",
          "Where",
          "First",
          "Any",
          "Contains",
          "Get",
          "Set",
          "Invoke",
          "Remove",
          "Clear",
          "Message",
          "Write",
          "Read",
          "Close",
          "ToArray",
          "ToList",
          "Item",
          "Type",
          "Id");

  CSharpRules() {
    super(COMMON, true, "");
  }

  @Override
  public boolean declaresInParts() {
    return true;
  }
}
