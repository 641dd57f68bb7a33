import type { CoverageBodySchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import type { BuyingProblem } from '@ivrak/core/buying';
import { kindCatalog } from '@ivrak/core/catalog';
import { type CoverageProblem, coverage } from '@ivrak/core/coverage';
import { judgeKit } from '@ivrak/core/kit';
import { type KindCatalog, SKILLS } from '@ivrak/core/model';
import { needsOn } from '@ivrak/core/needs';
import { readScan } from '@ivrak/core/scan';
import { type Heat, heatOf } from '@ivrak/core/upkeep';
import type * as z from 'zod';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { unitIssues } from '../kits/check.ts';
import { findingsOf } from '../kits/view.ts';
import { proposeRoutes } from './proposeRoutes.ts';
import type { Queues } from './queues.ts';
import { resolveSchool } from './school.ts';

function checkKinds(catalog: KindCatalog, kits: z.output<typeof CoverageBodySchema>['kits']): void {
  const issues = kits.flatMap((kit, kitIndex) =>
    kit.units.flatMap(({ kind }, index) =>
      catalog.has(kind) ? [] : [{ path: `kits.${kitIndex}.units.${index}.kind`, message: `"${kind}" is not in the catalogue` }],
    ),
  );
  const ids = kits.flatMap((kit) => kit.units.map(({ id }) => id));
  if (new Set(ids).size !== ids.length) issues.push({ path: 'kits', message: 'unit ids must differ' });
  if (issues.length > 0) throw unacceptable(issues);
}

/** Ids that stand twice, which would leave it open whose price or shipping counts. */
function buyingIssues({ need, offers, suppliers }: BuyingProblem): { path: string; message: string }[] {
  const twice = (keys: readonly string[], name: string, field: string) =>
    keys.flatMap((key, index) =>
      keys.indexOf(key) < index ? [{ path: `${name}.${index}.${field}`, message: `"${key}" stands twice` }] : [],
    );
  return [
    ...twice(
      need.map(({ kind }) => kind),
      'need',
      'kind',
    ),
    ...twice(
      offers.map(({ id }) => id),
      'offers',
      'id',
    ),
    ...twice(
      suppliers.map(({ id }) => id),
      'suppliers',
      'id',
    ),
  ];
}

export const computeRoutes = (here: Installation, queues: Queues): Served[] => [
  serve(contract.computeHeat, ({ body }) => heatOf(body.samples, body.refCelsius) as Heat),
  serve(contract.computeScan, ({ body }) => {
    const answer = readScan(body.text, body.today ?? here.today());
    if (!answer.ok) throw unacceptable([{ path: 'text', message: answer.message }]);
    return answer.scan;
  }),
  serve(contract.computeNeeds, ({ body }) => ({ needs: needsOn(body.brief, resolveSchool(here, body.school), body.on ?? here.today()) })),
  serve(contract.computeRules, ({ body: { kit, on, packedMm } }) => {
    const school = here.catalog.school(kit.schoolId);
    if (school === undefined) throw unacceptable([{ path: 'kit.schoolId', message: `unknown school "${kit.schoolId}"` }]);
    const issues = kit.units.flatMap((unit, index) => unitIssues(here.catalog.kinds, unit, `kit.units.${index}.`));
    if (issues.length > 0) throw unacceptable(issues);
    const day = on ?? here.today();
    const judgement = judgeKit(
      { id: 'kit', brief: kit.brief, units: kit.units },
      school,
      here.catalog.container(kit.containerId),
      day,
      here.catalog.kinds,
    );
    return { findings: findingsOf(here, kit, judgement, packedMm === null ? null : { thicknessMm: packedMm, feasible: true }, day) };
  }),
  serve(contract.computeCoverage, ({ body }) => {
    const { kinds, ...asked } = body;
    const catalog = kinds === undefined ? here.catalog.kinds : kindCatalog(kinds);
    checkKinds(catalog, body.kits);
    const problem: CoverageProblem = {
      ...asked,
      school: resolveSchool(here, body.school),
      skills: body.skills ?? SKILLS,
      kits: body.kits as CoverageProblem['kits'],
    };
    return coverage(problem, catalog);
  }),
  serve(contract.computeFit, ({ body }) => queues.fits.ask(body)),
  serve(contract.computeBuying, ({ body }) => {
    const issues = buyingIssues(body);
    if (issues.length > 0) throw unacceptable(issues);
    return queues.buying.ask(body);
  }),
  ...proposeRoutes(here, queues),
];
