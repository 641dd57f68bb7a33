import { kindCatalog, SCHOOLS, TEMPLATES } from '@ivrak/core/catalog';
import { coverage } from '@ivrak/core/coverage';
import { addDays, plainDate, skillsOn } from '@ivrak/core/model';
import { needsOn } from '@ivrak/core/needs';
import { describe, expect, it } from 'vitest';
import { firstContents } from './firstContents.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');

describe('the first contents of a kit', () => {
  // Law: what the first list holds is counted by coverage, for every situation that is shipped.
  it.each(TEMPLATES.map((template) => [template.id, template] as const))(
    'hold every need of "%s" that a plain thing is made for',
    (_, template) => {
      const school = SCHOOLS.find(({ id }) => id === template.schoolId);
      if (school === undefined) throw new Error(`unknown school ${template.schoolId}`);
      const needs = needsOn(template.brief, school, TODAY);
      const things = firstContents(needs, skillsOn(template.brief, TODAY), school, CATALOG);
      const units = things.map(({ kind, count }, index) => ({
        id: `u${index}`,
        kind: kind.id,
        count,
        condition: 'ready' as const,
        expiresOn: addDays(TODAY, 400),
      }));
      const { needs: held } = coverage(
        { needs, school, on: TODAY, skills: skillsOn(template.brief, TODAY), kits: [{ id: 'k', units }] },
        CATALOG,
      );
      const served = new Set(things.map(({ need }) => need));
      for (const { need, state } of held) if (served.has(need)) expect(state, need).not.toBe('gap');
      expect(things.length).toBeGreaterThan(3);
    },
  );
});
