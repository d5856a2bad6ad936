// Why nothing arrives: the causes, the questions that tell them apart, and what each cause would make one answer. To extend the search,
// add a line here: a cause with its signs, or a question with its answers. Common practice, no source; weights are guesses of how
// often a cause is the one, and only decide which question comes first.
import type { Cause } from './cause';
import { causesBefore } from './causes-before.data';
import { causesAtTarget } from './causes-target.data';

/** The causes with their words, and what each would make one answer. */
export const causes: readonly Cause[] = [...causesBefore, ...causesAtTarget];
