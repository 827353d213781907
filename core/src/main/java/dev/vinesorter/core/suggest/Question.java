package dev.vinesorter.core.suggest;

import dev.vinesorter.core.misfit.Inquiry;
import java.util.Set;

/**
 * What is searched for.
 *
 * @param inquiry the survey as it is judged
 * @param cycles whether cycles of packages are to be opened
 * @param layers the layer of each package place of the types' ties, top first, -1 for none; empty
 *     where breaches are not asked about
 * @param wishes for each type's node the place where it belongs, or -1; empty where misfits are not
 *     asked about
 * @param staying units of outermost types that must not move
 * @param refused moves, as {@link Move#name}, that a rehearsal has refused
 * @param mostSteps the most steps that a plan may have
 */
public record Question(
    Inquiry inquiry,
    boolean cycles,
    int[] layers,
    int[] wishes,
    Set<Integer> staying,
    Set<String> refused,
    int mostSteps) {}
