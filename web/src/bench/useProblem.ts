import type { CoverageProblem, StockKit } from '@ivrak/core/coverage';
import { skillsOn } from '@ivrak/core/model';
import { useMemo } from 'react';
import { useKit } from '../kit/KitContext.tsx';

/** The question that coverage answers for this kit, to ask it again with something changed. */
export function useProblem(): CoverageProblem {
  const { kit, draft, judgement, school, today, beside } = useKit();
  const { brief, units } = draft;
  return useMemo(
    () => ({
      needs: judgement.needs,
      school,
      on: today,
      skills: skillsOn(brief, today),
      isChecked: brief.securityChecks,
      kits: [{ id: kit.id, units } satisfies StockKit, ...beside],
    }),
    [judgement.needs, school, today, brief, kit.id, units, beside],
  );
}
