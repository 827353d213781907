package dev.vinesorter.source.plan;

import dev.vinesorter.source.read.Reading;

/** What edited sources compile to, held to what they compiled to before. */
public interface CompiledProof {
  /** Of a language that is not compiled: there is nothing to compare. */
  CompiledProof NONE = (rehearsal, after) -> Instructions.NOTHING;

  /** Compares with what the edited sources are read as. */
  Instructions compare(Rehearsal rehearsal, Reading after);
}
