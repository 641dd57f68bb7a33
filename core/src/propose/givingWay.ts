import { compareInOrder, inOrder } from '../coverage/inOrder.ts';
import type { KindCatalog } from '../model/kind.ts';
import { type Proposal, sideBySide, toEnd } from './propose.ts';
import type { ProposeQuestion } from './question.ts';

/** Whether what is proposed first holds all that another holds, need by need in their order. */
export const holdsAsMuch = (is: Proposal | undefined, was: Proposal | undefined): boolean =>
  was !== undefined && is !== undefined && compareInOrder(inOrder(is.needs), inOrder(was.needs)) >= 0;

export const withoutKinds = (question: ProposeQuestion, kinds: readonly string[]): ProposeQuestion => ({
  ...question,
  barred: [...(question.barred ?? []), ...kinds],
});

/**
 * Of kinds that cannot all give way, those of which each by itself and after the ones before can, where room is not looked at: whether
 * the rest goes in is asked once, of all that are left out together.
 */
export function replaceable(question: ProposeQuestion, kinds: readonly string[], catalog: KindCatalog): string[] {
  const { container: _, position: __, ...limits } = question.limits;
  const first = (asked: ProposeQuestion) => toEnd(sideBySide({ ...asked, limits }, [['cheapest']], catalog, null)).proposals[0];
  const was = first(question);
  const gone: string[] = [];
  for (const kind of kinds) if (holdsAsMuch(first(withoutKinds(question, [...gone, kind])), was)) gone.push(kind);
  return gone;
}
