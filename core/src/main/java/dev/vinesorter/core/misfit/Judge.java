package dev.vinesorter.core.misfit;

import java.util.List;

/** Finds the misfits of one kind. Pure: the same survey gives the same answer. */
interface Judge {
  /** The kind it finds. */
  MisfitKind kind();

  /** All that it finds, in any order, also what it is not sure of. */
  List<Misfit> judge(Inquiry inquiry);
}
